import { createHash } from "node:crypto";
import { eq } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as imprintsRoute from "@/app/api/libraries/[libraryId]/imprints/route";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { writeWav } from "@/core/formats/wav/write";
import { likeness, packImprint } from "@/core/measure/likeness";
import { database } from "@/db/connection";
import { imprint } from "@/db/schema";
import { makeImprints, tryImprintsAgain } from "@/server/jobs/imprints";
import { one } from "../testing/signals";
import { join, newLibrary, origin, request, type Person } from "./world";

let owner: Person;
let stranger: Person;

const ask = (who: Person, libraryId: string, of: Record<string, string>) =>
  imprintsRoute.GET(
    request(`/api/libraries/${libraryId}/imprints?${new URLSearchParams(of).toString()}`, {
      cookie: who.cookie,
    }),
    { params: Promise.resolve({ libraryId }) },
  );

/** What the server says of a medium: figures by fingerprint. */
async function known(who: Person, medium: "audio" | "image", of?: readonly string[]) {
  const response = await ask(who, who.libraryId, { medium, ...(of && { of: of.join() }) });
  expect(response.status).toBe(200);
  const bytes = await response.arrayBuffer();
  const { length } = likeness[medium];
  const row = 32 + 2 * length;
  expect(bytes.byteLength % row).toBe(0);
  return new Map(
    Array.from({ length: bytes.byteLength / row }, (_, i) => [
      Buffer.from(bytes, i * row, 32).toString("hex"),
      new Int16Array(bytes.slice(i * row + 32, (i + 1) * row)),
    ]),
  );
}

const sounds = [one("audio.gain", { gain: -3 }), one("audio.high-pass", { cutoff: 300 })];
const look = one("image.exposure", { exposure: 1 });
const strange: Chain = {
  medium: "image",
  settings: [{ effect: "image.of-nowhere", values: {}, on: true, mix: 100 }],
};
const cards: string[] = [];
const printOf = (chain: Chain) => fingerprint(chainText(normaliseChain(chain).chain));

beforeAll(async () => {
  owner = await join((await newLibrary()).libraryId, "owner");
  stranger = await join((await newLibrary()).libraryId, "owner");
  for (const [i, chain] of [...sounds, sounds[0], look, strange].entries()) {
    const { body } = await owner.run<{ cardId: string }>("keep-card", {
      name: `card ${i}`,
      path: "",
      chain,
      note: "",
    });
    cards.push(body.result.cardId);
  }
  await makeImprints(owner.libraryId);
});

describe("what the contents of cards do", () => {
  it("is found out once for each content, and given as it was computed", async () => {
    const found = await known(owner, "audio");
    expect([...found.keys()].sort()).toEqual(sounds.map(printOf).sort());
    for (const chain of sounds)
      expect(found.get(printOf(chain))).toEqual(packImprint(likeness.audio.imprint(chain)!));
    const looks = await known(owner, "image");
    expect([...looks.keys()]).toEqual([printOf(look)]);
    expect(looks.get(printOf(look))).toEqual(packImprint(likeness.image.imprint(look)!));
  });

  it("is given of some contents by their fingerprints", async () => {
    const wanted = printOf(sounds[1]);
    expect([...(await known(owner, "audio", [wanted, "0".repeat(64)])).keys()]).toEqual([wanted]);
    expect((await ask(owner, owner.libraryId, { medium: "audio", of: "nothing" })).status).toBe(400);
    expect((await ask(owner, owner.libraryId, { medium: "video" })).status).toBe(400);
  });

  it("is given to members alone", async () => {
    expect((await ask(stranger, owner.libraryId, { medium: "audio" })).status).toBe(404);
    expect((await known(stranger, "audio")).size).toBe(0);
  });

  it("follows what becomes of the cards", async () => {
    await owner.run("withdraw-cards", { cardIds: [cards[1]], withdrawn: true });
    await makeImprints(owner.libraryId);
    expect([...(await known(owner, "audio")).keys()]).toEqual([printOf(sounds[0])]);
    await owner.takeBack("undo");
    await makeImprints(owner.libraryId);
    expect((await known(owner, "audio")).size).toBe(2);
  });

  it("is tried again when the file comes that was missing, or a newer version of the application", async () => {
    const impulse = writeWav({ planes: [Float32Array.of(1, 0.5, 0.25, 0, 0, 0)], sampleRate: 48_000 }, "f32");
    const hash = createHash("sha256").update(impulse).digest("hex");
    const chain = one("audio.convolution", { response: hash });
    await owner.run("keep-card", { name: "hall", path: "", chain, note: "" });
    await makeImprints(owner.libraryId);
    const of = printOf(chain);
    expect((await known(owner, "audio")).has(of)).toBe(false);
    const lacking = async () =>
      (await database().select().from(imprint).where(eq(imprint.libraryId, owner.libraryId)))
        .filter((row) => row.figures === null)
        .map((row) => row.fingerprint);
    expect((await lacking()).sort()).toEqual([printOf(strange), of].sort());
    const sent = await materialRoute.POST(
      new Request(`${origin}/api?name=hall.wav`, {
        method: "POST",
        headers: { host: "fichier.test", origin, cookie: owner.cookie },
        body: new Uint8Array(impulse),
      }),
      { params: Promise.resolve({ libraryId: owner.libraryId }) },
    );
    expect(sent.status).toBe(200);
    await makeImprints(owner.libraryId);
    expect((await known(owner, "audio")).has(of)).toBe(true);
    expect(await lacking()).toEqual([printOf(strange)]);
    await tryImprintsAgain();
    expect(await lacking()).toEqual([]);
  });
});
