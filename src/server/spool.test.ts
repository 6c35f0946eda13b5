import { readdirSync } from "node:fs";
import { tmpdir } from "node:os";
import { expect, it } from "vitest";
import { spooled } from "./spool";

const files = () => readdirSync(tmpdir()).filter((name) => name.startsWith("fichier-") && name.length === 44);

async function* pieces(count: number, piece: (i: number) => string) {
  for (let i = 0; i < count; i++) yield piece(i);
}
const textOf = (body: string | ReadableStream<Uint8Array>) => new Response(body).text();

it("gives back what it was given, short or long, over the borders of letters", async () => {
  const piece = (i: number) => `${i}: Nebelhorn, früh — 霧笛 ${"x".repeat(i % 1000)}\n`;
  for (const count of [0, 1, 20_000]) {
    let wanted = "";
    for (let i = 0; i < count; i++) wanted += piece(i);
    const body = await spooled(pieces(count, piece));
    expect(typeof body === "string").toBe(count < 20_000);
    // Compared by whether they are the same: nobody reads ten million letters of difference.
    expect((await textOf(body)) === wanted).toBe(true);
  }
  expect(files()).toEqual([]);
});

it("leaves nothing behind where making it fails, nor where nobody reads it", async () => {
  async function* failing() {
    yield "x".repeat(2 ** 23);
    throw new Error("the line to the database was cut");
  }
  await expect(spooled(failing())).rejects.toThrow("was cut");
  const body = await spooled(pieces(9, () => "x".repeat(2 ** 20)));
  await (body as ReadableStream).cancel();
  expect(files()).toEqual([]);
});
