import { mkdtemp, open, readdir, readlink, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { sentFile } from "./sent-file";

const bytes = Uint8Array.from({ length: 3 * 2 ** 20 + 17 }, (_, i) => (i * 31 + (i >> 11)) & 255);
let folder: string;
let path: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "fichier-sent-"));
  path = join(folder, "file");
  await writeFile(path, bytes);
});
afterAll(() => rm(folder, { recursive: true }));

/** How often the file is open in this process (Linux). */
async function held(): Promise<number> {
  const links = await Promise.all(
    (await readdir("/proc/self/fd")).map((fd) => readlink(`/proc/self/fd/${fd}`).catch(() => "")),
  );
  return links.filter((link) => link === path).length;
}
const sent = async (stream: ReadableStream<Uint8Array>) =>
  new Uint8Array(await new Response(stream).arrayBuffer());

describe("a file that is sent", () => {
  it("is sent whole and closed", async () => {
    expect(Buffer.compare(await sent(sentFile(path)), bytes)).toBe(0);
    expect(await held()).toBe(0);
  });
  it.each([
    [0, 0],
    [5, 2 ** 20 + 4],
    [2 ** 20 - 1, 2 ** 20],
    [bytes.length - 1, bytes.length - 1],
  ])("is sent from byte %i to byte %i", async (first, last) => {
    expect(Buffer.compare(await sent(sentFile(path, { first, last })), bytes.subarray(first, last + 1))).toBe(
      0,
    );
    expect(await held()).toBe(0);
  });
  it("may be empty", async () => {
    const empty = join(folder, "empty");
    await writeFile(empty, "");
    expect(await sent(sentFile(empty))).toHaveLength(0);
  });
  it("is not opened before it is wanted", async () => {
    const stream = sentFile(path);
    expect(await held()).toBe(0);
    await stream.cancel();
  });
  it("takes a file that is open, and is closed when nobody wants it any more", async () => {
    const stream = sentFile(await open(path));
    const reader = stream.getReader();
    expect((await reader.read()).value).toHaveLength(2 ** 20);
    expect(await held()).toBe(1);
    await reader.cancel();
    expect(await held()).toBe(0);
  });
  it("is closed after a while where nobody begins to read", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    const unread = sentFile(await open(path));
    const reader = sentFile(await open(path)).getReader();
    await reader.read();
    expect(await held()).toBe(2);
    vi.advanceTimersByTime(3600_000);
    vi.useRealTimers();
    // Closing is not at once.
    while ((await held()) > 1) await new Promise((resolve) => setTimeout(resolve, 5));
    // The one that is being read may rest as long as it likes.
    expect((await reader.read()).value).toHaveLength(2 ** 20);
    await reader.cancel();
    expect(unread.locked).toBe(false);
  });
});
