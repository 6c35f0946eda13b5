import { beforeAll, describe, expect, it } from "vitest";
import { one } from "../testing/signals";
import { highPass, join, newLibrary, type Person } from "./world";

let owner: Person;
let viewer: Person;
let names = 0;

beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  viewer = await join(libraryId, "viewer");
});

const keep = async (more: object = {}) =>
  (
    await owner.run<{ cardId: string }>("keep-card", {
      name: `Card ${++names}`,
      path: "",
      chain: highPass(),
      note: "",
      ...more,
    })
  ).body.result.cardId;
const joined = (...cardIds: string[]) => owner.run<{ groupId: string }>("join-variants", { cardIds });
const groups = async (...ids: string[]) => {
  const cards = new Map((await owner.rows()).card.map((card) => [card.id, card.groupId as string | null]));
  return ids.map((id) => cards.get(id));
};

describe("variants", () => {
  it("are joined with those that are variants of one of them already", async () => {
    const [a, b, c, d, e] = [await keep(), await keep(), await keep(), await keep(), await keep()];
    const { groupId } = (await joined(a, b)).body.result;
    expect(await groups(a, b, c)).toEqual([groupId, groupId, null]);
    await joined(c, d);
    const answer = await joined(e, b, d);
    expect(answer.body.change?.summary).toBe("made 5 cards variants of each other");
    expect(new Set(await groups(a, b, c, d, e)).size).toBe(1);
    // In one step, as it was made.
    await owner.takeBack("undo");
    expect(await groups(a, b, e)).toEqual([groupId, groupId, null]);
    expect((await groups(c, d))[0]).not.toBe(groupId);
  });

  it("leave nobody alone in a group", async () => {
    const [a, b, c] = [await keep(), await keep(), await keep()];
    await joined(a, b, c);
    await owner.run("part-variants", { cardIds: [a] });
    expect(await groups(a)).toEqual([null]);
    expect((await groups(b, c)).every((group) => group !== null)).toBe(true);
    await owner.run("part-variants", { cardIds: [b] });
    expect(await groups(a, b, c)).toEqual([null, null, null]);
    await owner.takeBack("undo");
    expect((await groups(b, c)).every((group) => group !== null)).toBe(true);
    expect((await owner.run("part-variants", { cardIds: [a] })).body.change).toBeNull();
  });

  it("are of one medium, members' own, and not too many", async () => {
    const [sound, look] = [await keep(), await keep({ chain: one("image.exposure", { exposure: 1 }) })];
    expect((await joined(sound, look)).body.error).toMatchObject({ code: "other-medium", field: "cardIds" });
    expect((await joined(sound)).body.error?.message).toMatch(/takes two cards or more/);
    expect((await viewer.run("join-variants", { cardIds: [sound, await keep()] })).status).toBe(403);
    const many: string[] = [];
    for (let i = 0; i < 32; i++) many.push(await keep());
    expect((await joined(...many)).status).toBe(200);
    expect((await joined(many[0], sound)).body.error).toMatchObject({ code: "too-many" });
  });

  it("say what they are made for, in one way of writing", async () => {
    const a = await keep({ madeFor: "Stereo" });
    const of = async () => (await owner.rows()).card.find(({ id }) => id === a)!.madeFor;
    expect(await of()).toBe("stereo");
    await owner.run("edit-card", { cardId: a, madeFor: " 5.1 " });
    expect(await of()).toBe("5.1");
    const refused = await owner.run("edit-card", { cardId: a, madeFor: "upright" });
    expect(refused.body.error).toMatchObject({ field: "madeFor" });
    expect(refused.body.error?.message).toMatch(/no format: say mono/);
    expect(await of()).toBe("5.1");
  });
});
