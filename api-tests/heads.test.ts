import { beforeAll, describe, expect, it } from "vitest";
import * as cardsRoute from "@/app/api/libraries/[libraryId]/cards/route";
import * as contentsRoute from "@/app/api/libraries/[libraryId]/contents/route";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { headFields } from "@/core/library/entities";
import { database } from "@/db/connection";
import { aGainChain } from "../testing/library";
import { readHeads } from "../testing/heads";
import { fillLibrary } from "../testing/large-library";
import { answer, join, newLibrary, request, type Person } from "./world";

let owner: Person;
let viewer: Person;
beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  viewer = await join(libraryId, "viewer");
});

const params = (libraryId: string) => ({ params: Promise.resolve({ libraryId }) });

async function heads({ libraryId, cookie }: Person) {
  const response = await cardsRoute.GET(
    request(`/api/libraries/${libraryId}/cards`, { cookie }),
    params(libraryId),
  );
  expect(response.status).toBe(200);
  expect(response.headers.get("content-type")).toContain("application/x-ndjson");
  return readHeads(await response.text());
}

async function contents({ libraryId, cookie }: Person, of: string) {
  return answer<{ chains: Record<string, Chain>; error?: { message: string } }>(
    await contentsRoute.GET(
      request(`/api/libraries/${libraryId}/contents?of=${of}`, { cookie }),
      params(libraryId),
    ),
  );
}

const keep = async (person: Person, name: string, chain: Chain) =>
  (
    await person.run<{ cardId: string }>("keep-card", {
      name,
      path: "Heads",
      chain,
      note: "Wet\nand “windy”",
    })
  ).body;

describe("the heads of a library's cards", () => {
  it("are none where it has none, as of its revision", async () => {
    const { opening, cards } = await heads(owner);
    expect(opening).toMatchObject({ revision: 0, changedAt: null, count: 0, fields: headFields });
    expect(cards).toEqual([]);
  });
  it("say of a card what the change said that made it, with its effects instead of its chain", async () => {
    const { change, result } = await keep(owner, "Fog, wide", aGainChain(2, 4));
    const made = (change!.forward as { entity: string; row: Record<string, unknown> }[]).find(
      ({ entity }) => entity === "card",
    )!.row;
    const { chain: _, ...rest } = made;
    const { opening, cards } = await heads(viewer);
    expect(cards.find((card) => card.id === result.cardId)).toEqual({
      ...rest,
      effects: ["audio.gain", "audio.gain"],
    });
    expect(opening).toMatchObject({
      streamId: change!.streamId,
      revision: change!.revision,
      count: cards.length,
    });
    expect(opening.changedAt).toBe((change as unknown as { at: string }).at);
  });
  it("follow a new content, and its being taken back", async () => {
    const { result } = await keep(owner, "Followed", aGainChain(1));
    const effects = async () => (await heads(owner)).cards.find((card) => card.id === result.cardId)!.effects;
    const seen = (await heads(owner)).cards.find((card) => card.id === result.cardId)!.version;
    await owner.run("revise-card", { cardId: result.cardId, chain: aGainChain(1, 2, 3), seen });
    expect(await effects()).toEqual(["audio.gain", "audio.gain", "audio.gain"]);
    await owner.takeBack("undo");
    expect(await effects()).toEqual(["audio.gain"]);
  });
  it("are all there, each once, where they take several lines", async () => {
    const { libraryId } = await newLibrary();
    const curator = await join(libraryId, "curator");
    await fillLibrary(database(), libraryId, 4500);
    const { opening, cards } = await heads(curator);
    expect([opening.count, cards.length, new Set(cards.map((card) => card.id)).size]).toEqual([
      4500, 4500, 4500,
    ]);
    expect(cards.every((card) => card.effects.length > 0 && card.fingerprint.length === 64)).toBe(true);
  });
});

describe("contents by their fingerprints", () => {
  const strange: Chain = {
    medium: "audio",
    settings: [{ effect: "audio.of-a-later-version", values: { z: 0.1234567890123 }, on: true, mix: 12.345 }],
  };
  it("are what was kept, to the last digit, also of a version that is not current any more", async () => {
    const { result } = await keep(owner, "Digits", strange);
    const [was, is] = [strange, normaliseChain(aGainChain(5)).chain].map((chain) =>
      fingerprint(chainText(chain)),
    );
    await owner.run("revise-card", { cardId: result.cardId, chain: aGainChain(5), seen: 1 });
    const { body } = await contents(viewer, [was, is].join());
    expect(body.chains[was]).toEqual(strange);
    expect(Object.keys(body.chains).sort()).toEqual([was, is].sort());
  });
  it("are left out where the library does not have them, though another one does", async () => {
    const stranger = await join((await newLibrary()).libraryId, "owner");
    const of = fingerprint(chainText(strange));
    expect((await contents(owner, of)).body.chains).toHaveProperty(of);
    expect(await contents(stranger, of)).toEqual({ status: 200, body: { chains: {} } });
  });
  it.each([
    ["nothing", ""],
    ["what is no fingerprint", "abc"],
    ["more than it answers at once", Array.from({ length: 65 }, () => "0".repeat(64)).join()],
    ["a list that ends in a comma", `${"0".repeat(64)},`],
  ])("are refused for %s, with words that say what to send", async (_, of) => {
    const { status, body } = await contents(owner, of);
    expect(status).toBe(400);
    expect(body.error?.message).toMatch(/of.*[^.]\.$/);
  });
  it("are for members alone", async () => {
    const stranger = await join((await newLibrary()).libraryId, "owner");
    const { status } = await contents({ ...stranger, libraryId: owner.libraryId }, "0".repeat(64));
    expect(status).toBe(404);
  });
});
