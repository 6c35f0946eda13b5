import { beforeAll, describe, expect, it } from "vitest";
import { one } from "../testing/signals";
import { join, newLibrary, type Person } from "./world";

let owner: Person;
let editor: Person;
let names = 0;

beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  editor = await join(libraryId, "editor");
});

const keep = async (...settings: ReturnType<typeof one>["settings"][number][]) =>
  (
    await owner.run<{ cardId: string }>("keep-card", {
      name: `Card ${++names}`,
      path: "",
      chain: { medium: "audio", settings },
      note: "",
    })
  ).body.result.cardId;
const gain = (value: number) => one("audio.gain", { gain: value }).settings[0];
const highPass = one("audio.high-pass", { cutoff: 90 }).settings[0];
const defaults = async (who: Person) =>
  (await who.rows()).effectDefault.map(({ effect, cardId }) => [effect, cardId]);

describe("what effects begin as", () => {
  it("is one card for each effect, of each member by themselves, and can be taken back", async () => {
    const [soft, softer, cut] = [await keep(gain(-3)), await keep(gain(-6)), await keep(highPass)];
    const made = await owner.run("set-default", { cardId: soft, on: true });
    expect(made.body.change?.summary).toMatch(/^Gain begins as “Card 1”$/);
    await owner.run("set-default", { cardId: cut, on: true });
    await owner.run("set-default", { cardId: softer, on: true });
    expect((await defaults(owner)).sort()).toEqual([
      ["audio.gain", softer],
      ["audio.high-pass", cut],
    ]);
    expect(await defaults(editor)).toEqual([]);
    await owner.takeBack("undo");
    expect(await defaults(owner)).toContainEqual(["audio.gain", soft]);
    // Which is no default any more changes nothing.
    expect((await owner.run("set-default", { cardId: softer, on: false })).body.change).toBeNull();
    await owner.run("set-default", { cardId: soft, on: false });
    expect(await defaults(owner)).toEqual([["audio.high-pass", cut]]);
  });

  it("is the values of a setting, in place of a card and the other way round", async () => {
    const [card, other] = [await keep(gain(-9)), one("audio.gain", { gain: -1.5 })];
    const last = async () => (await owner.rows()).effectDefault.find(({ effect }) => effect === "audio.gain");
    await owner.run("set-default", { cardId: card, on: true });
    const made = await owner.run("set-default", { chain: other, on: true });
    expect(made.body.change?.summary).toBe("Gain begins with the values that were set");
    expect(await last()).toMatchObject({ cardId: null, setting: other.settings[0] });
    await owner.takeBack("undo");
    expect(await last()).toMatchObject({ cardId: card, setting: null });
    await owner.takeBack("redo");
    // A card that is none by now is not taken away in place of the values.
    expect((await owner.run("set-default", { cardId: card, on: false })).body.change).toBeNull();
    await owner.run("set-default", { chain: other, on: false });
    expect(await last()).toBeUndefined();
    const long = { ...other, settings: [...other.settings, highPass] };
    expect((await owner.run("set-default", { chain: long, on: true })).body.error).toMatchObject({
      code: "not-one-effect",
      field: "chain",
    });
    expect((await owner.run("set-default", { chain: other, cardId: card, on: true })).status).toBe(400);
  });

  it("is no chain of several effects, and no card of another library", async () => {
    const both = await keep(gain(-3), highPass);
    expect((await owner.run("set-default", { cardId: both, on: true })).body.error).toMatchObject({
      code: "not-one-effect",
      field: "cardId",
    });
    const stranger = await join((await newLibrary()).libraryId, "owner");
    expect((await stranger.run("set-default", { cardId: both, on: true })).status).toBe(404);
  });
});
