import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Brought } from "@/core/api/operations/bring-material";
import type { WantedFile } from "@/core/library/timeline/match";
import { ApiError } from "./api";
import { TakeIn, type TakeInLine } from "./take-in";

const aFile = (name: string, size = 10) => ({ name, size }) as File;

const aSound = (id: string, name: string): Brought =>
  ({
    media: {
      id,
      name,
      facts: { kind: "audio", sampleRate: 48_000, channels: 1, frames: 480_000, repaired: 0 },
    },
  }) as unknown as Brought;
const aPicture = (id: string, name: string): Brought =>
  ({ media: { id, name, facts: { kind: "image", width: 8, height: 8 } } }) as unknown as Brought;

/** A server that decodes each file for as long as its name says, in milliseconds: `300.wav`. */
class Server {
  /** The names of targets, in the order of the session. */
  readonly targets: { readonly id: string; readonly name: string }[] = [];
  readonly commands: { readonly command: string; readonly input: Record<string, unknown> }[] = [];
  open = 0;
  refusing = false;
  private last = 0;

  readonly line: TakeInLine = {
    upload: (file, onShare, signal) =>
      new Promise((resolve, reject) => {
        onShare(0.5);
        onShare(1);
        const [time, ...rest] = file.name.split(/[ .]/);
        const timer = setTimeout(() => {
          if (rest.includes("bad")) reject(new ApiError(415, "no-media", "This is no sound.", {}));
          else resolve((rest.includes("jpg") ? aPicture : aSound)(file.name, file.name));
        }, Number(time));
        signal.addEventListener("abort", () => {
          clearTimeout(timer);
          reject(new ApiError(0, "stopped", "Stopped.", {}));
        });
      }),
    room: () => Promise.resolve(100),
    know: () => undefined,
    act: (command, input) => {
      if (this.refusing) return Promise.resolve(null);
      this.commands.push({ command, input: input as Record<string, unknown> });
      const { items = [] } = input as { items?: { mediaId: string; name: string; beforeId?: string }[] };
      const targetIds = items.map(({ name, beforeId }) => {
        const target = { id: `t${this.last++}`, name };
        const at = this.targets.findIndex(({ id }) => id === beforeId);
        this.targets.splice(at < 0 ? this.targets.length : at, 0, target);
        return target.id;
      });
      return Promise.resolve({ change: null, result: { targetIds } } as never);
    },
    tell: () => undefined,
    hold: () => {
      this.open++;
      return () => void this.open--;
    },
    wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
  };
}

describe("files that come in", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const names = (server: Server) => server.targets.map(({ name }) => name);

  it("are put into their session as they arrive, in the order of the files, while others are still decoded", async () => {
    const server = new Server();
    const takeIn = new TakeIn(server.line);
    const done = takeIn.bring(
      "s",
      ["60000 a.wav", "100 b.wav", "200 c.wav", "9000 d.wav"].map((n) => aFile(n)),
    );
    await vi.advanceTimersByTimeAsync(4000);
    expect(names(server)).toEqual(["100 b", "200 c"]);
    expect(takeIn.incoming("s").map(({ state }) => state)).toEqual(["reading", "done", "done", "reading"]);
    expect(server.open).toBe(1);
    await vi.advanceTimersByTimeAsync(60_000);
    await done;
    expect(names(server)).toEqual(["60000 a", "100 b", "200 c", "9000 d"]);
    expect(takeIn.incoming("s")).toEqual([]);
    expect(server.open).toBe(0);
  });

  it("that come at once are one change, and a single one does not wait for others", async () => {
    const server = new Server();
    const takeIn = new TakeIn(server.line);
    const done = takeIn.bring(
      "s",
      Array.from({ length: 9 }, (_, i) => aFile(`${i} x.wav`)),
    );
    await vi.advanceTimersByTimeAsync(100);
    await done;
    expect(server.commands).toHaveLength(1);
    const alone = takeIn.bring("s", [aFile("50 y.wav")]);
    await vi.advanceTimersByTimeAsync(60);
    await alone;
    expect(server.commands).toHaveLength(2);
  });

  it("are stopped with what is under way; what is in stays", async () => {
    const server = new Server();
    const takeIn = new TakeIn(server.line);
    const done = takeIn.bring(
      "s",
      ["10 a.wav", "50000 b.wav", "50000 c.wav", "10 d.wav"].map((n) => aFile(n)),
    );
    await vi.advanceTimersByTimeAsync(5000);
    takeIn.clear("s");
    await vi.advanceTimersByTimeAsync(100_000);
    await done;
    expect(names(server)).toEqual(["10 a"]);
    expect(takeIn.incoming("s")).toEqual([]);
    expect(server.open).toBe(0);
  });

  it("say why one is not taken: refused, too large for the room, of no use here, or left out by the session", async () => {
    const server = new Server();
    const takeIn = new TakeIn(server.line);
    const done = takeIn.bring("s", [aFile("10 bad.wav"), aFile("10 big.wav", 101), aFile("10 fine.wav")]);
    await vi.advanceTimersByTimeAsync(5000);
    await done;
    expect(names(server)).toEqual(["10 fine"]);
    expect(takeIn.incoming("s").map(({ name, problem }) => [name, problem?.slice(0, 16)])).toEqual([
      ["10 bad.wav", "This is no sound"],
      ["10 big.wav", "This takes 101 b"],
    ]);
    takeIn.clear("s");
    server.refusing = true;
    const refused = takeIn.bring("s", [aFile("10 x.wav")]);
    await vi.advanceTimersByTimeAsync(5000);
    await refused;
    expect(takeIn.incoming("s")).toMatchObject([{ state: "failed" }]);
  });

  it("for clips of a timeline are laid where these are, or said to be none that they show", async () => {
    const server = new Server();
    const takeIn = new TakeIn(server.line);
    const wanted = (file: string, ...clips: number[]): WantedFile => ({
      key: file,
      file,
      hash: null,
      clips: clips.map((clip) => ({ clip, file, sound: true, hash: null, span: null, length: null })),
    });
    const done = takeIn.bringClips("s", [
      { file: aFile("9000 a.wav"), wanted: wanted("a.wav", 0, 4) },
      { file: aFile("10 b.jpg"), wanted: wanted("b.jpg", 1) },
      { file: aFile("20 c.wav"), wanted: wanted("c.wav", 2) },
    ]);
    await vi.advanceTimersByTimeAsync(3000);
    expect(server.commands).toMatchObject([
      { command: "complete-timeline", input: { sessionId: "s", media: [{ clip: 2, mediaId: "20 c.wav" }] } },
    ]);
    await vi.advanceTimersByTimeAsync(9000);
    await done;
    expect(server.commands.at(-1)!.input.media).toEqual([
      { clip: 0, mediaId: "9000 a.wav" },
      { clip: 4, mediaId: "9000 a.wav" },
    ]);
    expect(takeIn.incoming("s")).toMatchObject([{ name: "10 b.jpg", state: "failed" }]);
  });

  it("are all there in their order in the end, however long each takes and whatever else is brought in meanwhile", async () => {
    const batch = fc.array(fc.nat(9000), { minLength: 1, maxLength: 8 });
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(4000), batch), { minLength: 1, maxLength: 3 }),
        async (batches) => {
          const server = new Server();
          const takeIn = new TakeIn(server.line);
          const all = batches.map(async ([after, times], b) => {
            await server.line.wait(after);
            await takeIn.bring(
              "s",
              times.map((time, i) => aFile(`${time} ${b}-${i}.wav`, 1)),
            );
          });
          await vi.advanceTimersByTimeAsync(200_000);
          await Promise.all(all);
          for (const [b, [, times]] of batches.entries())
            expect(names(server).filter((name) => name.includes(` ${b}-`))).toEqual(
              times.map((time, i) => `${time} ${b}-${i}`),
            );
          expect(takeIn.incoming("s")).toEqual([]);
          expect(server.open).toBe(0);
        },
      ),
      { numRuns: 50 },
    );
  });
});
