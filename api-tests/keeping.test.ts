import { beforeAll, describe, expect, it } from "vitest";
import { v7 as newId } from "uuid";
import { impliedTags } from "@/core/library/tags";
import { upwards } from "@/core/library/tree";
import { readCard } from "@/db/cards";
import { database } from "@/db/connection";
import { Ledger } from "@/db/ledger";
import { randomFrom } from "../demo/random";
import { makeScenarios, fresh } from "./scenarios";
import { highPass, join, request, type Person } from "./world";

let owner: Person;
let world: Awaited<ReturnType<typeof makeScenarios>>;
beforeAll(async () => {
  world = await makeScenarios();
  owner = world.owner;
});

const cardOf = async (id: string) => (await owner.rows()).card.find((card) => card.id === id)!;
const code = ({ status, body }: Awaited<ReturnType<Person["run"]>>) => [status, body.error?.code];

describe("tags", () => {
  it("are not kept beside what they imply, however they come there", async () => {
    const wet = await world.tag();
    const rain = await world.tag(wet);
    const cardId = await world.tagged(wet);
    await owner.run("tag-cards", { cardIds: [cardId], tagId: rain, on: true });
    expect((await cardOf(cardId)).tagIds).toEqual([rain]);
    // What is implied already is not put on again; what is taken takes those below it along.
    await owner.run("tag-cards", { cardIds: [cardId], tagId: wet, on: true });
    expect((await cardOf(cardId)).tagIds).toEqual([rain]);
    await owner.run("tag-cards", { cardIds: [cardId], tagId: wet, on: false });
    expect((await cardOf(cardId)).tagIds).toEqual([]);
  });

  it("that are merged, moved or removed leave every card with tags that are there and none twice", async () => {
    const draw = randomFrom(1401);
    const pick = <T>(list: readonly T[]) => list[Math.floor(draw() * list.length)];
    const cardIds = await Promise.all(Array.from({ length: 6 }, () => world.keep()));
    for (let step = 0; step < 80; step++) {
      const { tag } = await owner.rows();
      const rows = new Map(tag.map((row) => [row.id as string, row as { parentId: string | null }]));
      const ids = [...rows.keys()];
      const [a, b] = [pick(ids), pick(ids)];
      const kind = pick(["make", "tag", "tag", "tag", "move", "merge", "remove"]);
      const before = new Map(
        (await owner.rows()).card.map((card) => [card.id, impliedTags(rows, card.tagIds as string[])]),
      );
      if (kind === "make" || !a) await world.tag(pick([null, ...ids]));
      else if (kind === "tag")
        await owner.run("tag-cards", {
          cardIds: [pick(cardIds), pick(cardIds)].filter((id, i, l) => l.indexOf(id) === i),
          tagId: a,
          on: draw() < 0.8,
        });
      else if (kind === "move") await owner.run("move-tag", { tagId: a, parentId: pick([null, b]) });
      else if (kind === "merge") {
        const { status } = await owner.run("merge-tags", { tagId: a, intoId: b });
        const isInto = a === b || upwards(rows, b).includes(a);
        expect(status).toBe(isInto ? 409 : 200);
        if (!isInto) {
          // Whoever had the one has the other now.
          const after = await owner.rows();
          const now = new Map(after.tag.map((row) => [row.id as string, row as { parentId: string | null }]));
          for (const card of after.card)
            if (before.get(card.id)!.has(a))
              expect(impliedTags(now, card.tagIds as string[]).has(b)).toBe(true);
        }
      } else await owner.run("remove-tag", { tagId: a });
      const after = await owner.rows();
      const now = new Map(after.tag.map((row) => [row.id as string, row as { parentId: string | null }]));
      for (const card of after.card) {
        const tagIds = card.tagIds as string[];
        expect(tagIds.every((id) => now.has(id))).toBe(true);
        // None is above another one, or the same.
        for (const id of tagIds)
          expect(tagIds.filter((other) => upwards(now, other).includes(id))).toEqual([id]);
      }
      for (const row of now.values()) expect(row.parentId === null || now.has(row.parentId)).toBe(true);
    }
  });

  it("are merged into what they lie in, also where the same names lie in each other", async () => {
    const [x, a] = [fresh("x"), fresh("a")];
    const top = await world.tag();
    const upper = await world.tag(top, x);
    const from = await world.tag(upper, a);
    const lower = await world.tag(from, x);
    const lowest = await world.tag(lower, a);
    const cards = await Promise.all([from, lower, lowest].map((id) => world.tagged(id)));
    const before = await owner.rows();
    expect(code(await owner.run("merge-tags", { tagId: from, intoId: top }))).toEqual([200, undefined]);
    const { tag } = await owner.rows();
    expect(tag.find(({ id }) => id === lowest)).toMatchObject({ parentId: upper, name: a });
    expect(tag.some(({ id }) => id === from || id === lower)).toBe(false);
    const tagsOf = async () => (await Promise.all(cards.map(cardOf))).map(({ tagIds }) => tagIds);
    expect(await tagsOf()).toEqual([[top], [upper], [lowest]]);
    await owner.takeBack("undo");
    expect(await tagsOf()).toEqual([[from], [lower], [lowest]]);
    const bare = (rows: typeof tag) => rows.map(({ version: _, ...row }) => row);
    expect(bare((await owner.rows()).tag)).toEqual(bare(before.tag));
  });

  it("are merged once, where two curators merge the same ones at once", async () => {
    const curator = await join(owner.libraryId, "curator");
    const [one, other] = [await world.tag(), await world.tag()];
    const cardId = await world.tagged(one);
    const answers = await Promise.all(
      [owner, curator].map((who) => who.run("merge-tags", { tagId: one, intoId: other })),
    );
    expect(answers.map(code).sort()).toEqual([
      [200, undefined],
      [404, "not-found"],
    ]);
    expect((await cardOf(cardId)).tagIds).toEqual([other]);
  });

  it("several are given as one change, those that are missing made; and taken back as one", async () => {
    const [one, cardId] = [await world.tag(), await world.keep()];
    const path = fresh("Made");
    const given = await owner.run("tag-cards", {
      cardIds: [cardId],
      tags: [{ tagId: one }, { path: `${path} / below` }, { path }],
      on: true,
    });
    expect([given.status, given.body.result!.madeTags]).toEqual([200, [path, "below"]]);
    const { tag } = await owner.rows();
    const below = tag.find(
      ({ name, parentId }) => name === "below" && tag.some((t) => t.id === parentId && t.name === path),
    )!;
    // The one above is implied.
    expect(new Set((await cardOf(cardId)).tagIds as string[])).toEqual(new Set([one, below.id]));
    expect(code(await owner.run("tag-cards", { cardIds: [cardId], tags: [], on: true }))).toEqual([
      400,
      "bad-input",
    ]);
    expect(
      code(await owner.run("tag-cards", { cardIds: [cardId], tagId: one, tags: [{ path }], on: true })),
    ).toEqual([400, "bad-input"]);
    const unknown = await owner.run("tag-cards", {
      cardIds: [cardId],
      tags: [{ path: fresh("Not made") }, { tagId: cardId }],
      on: true,
    });
    expect(code(unknown)).toEqual([404, "not-found"]);
    expect((await owner.rows()).tag).toHaveLength(tag.length);
  });

  it("are taken back by themselves, whatever tags a card was given since", async () => {
    const [one, other] = [await world.tag(), await world.tag()];
    const cardId = await world.keep();
    const first = await owner.run("tag-cards", { cardIds: [cardId], tagId: one, on: true });
    await owner.run("tag-cards", { cardIds: [cardId], tagId: other, on: true });
    const { POST } = await import("@/app/api/libraries/[libraryId]/take-back/route");
    const back = async (change: object) =>
      (
        await POST(request("/api/test", { method: "POST", cookie: owner.cookie, body: { change } }), {
          params: Promise.resolve({ libraryId: owner.libraryId }),
        })
      ).status;
    const { streamId, revision } = first.body.change!;
    expect(await back({ streamId, revision })).toBe(200);
    expect((await cardOf(cardId)).tagIds).toEqual([other]);
    // Of what somebody took off since, nothing is left to be taken back.
    const again = await owner.run("tag-cards", { cardIds: [cardId], tagId: one, on: true });
    await owner.run("tag-cards", { cardIds: [cardId], tagId: one, on: false });
    const change = again.body.change!;
    expect(await back({ streamId: change.streamId, revision: change.revision })).toBe(409);
  });

  it("thousands of them, as deep as they may lie, are there for whoever opens the library", async () => {
    const parentId = await world.tag();
    for (let i = 0; i < 200; i++)
      await owner.run("tag-cards", {
        cardIds: [await world.keep("", fresh("Many"))],
        path: Array.from({ length: 11 }, (_, depth) => `t ${i} ${depth}`).join(" / "),
        on: true,
      });
    expect((await owner.rows()).tag.length).toBeGreaterThan(2200);
    expect(code(await owner.run("create-tag", { parentId, name: "One more" }))).toEqual([200, undefined]);
  });
});

describe("filing", () => {
  it("refuses what a folder is not for, naming it, and files nothing of it", async () => {
    const folderId = await world.folder();
    await owner.run("edit-folder", { folderId, fits: ["photo"] });
    const cardId = await world.keep();
    for (const [command, input] of [
      ["move-cards", { cardIds: [cardId], folderId }],
      ["file-cards", { cardIds: [cardId], folderId, on: true }],
    ] as const) {
      const answer = await owner.run(command, input);
      expect(code(answer)).toEqual([409, "unfit"]);
      expect(answer.body.error!.message).toMatch(/takes cards for photo only/);
    }
    const { folder } = await owner.rows();
    const { name } = folder.find(({ id }) => id === folderId)!;
    const kept = await owner.run("keep-card", { name: fresh("Sound"), path: name, chain: highPass() });
    expect(code(kept)).toEqual([409, "unfit"]);
    expect((await cardOf(cardId)).folderId).toBeNull();
  });

  it("a folder that goes leaves no card in it, and what was filed there goes to its parent or nowhere", async () => {
    const parent = await world.folder();
    const inside = await world.folder(parent);
    const [home, also] = [await world.keep(), await world.keep()];
    const elsewhere = await world.folder();
    await owner.run("move-cards", { cardIds: [home], folderId: inside });
    await owner.run("move-cards", { cardIds: [also], folderId: elsewhere });
    await owner.run("file-cards", { cardIds: [also], folderId: inside, on: true });
    await owner.run("remove-folder", { folderId: inside });
    expect(await cardOf(home)).toMatchObject({ folderId: parent, alsoIn: [] });
    expect(await cardOf(also)).toMatchObject({ folderId: elsewhere, alsoIn: [parent] });
    await owner.takeBack("undo");
    expect(await cardOf(also)).toMatchObject({ folderId: elsewhere, alsoIn: [inside] });
    await owner.run("remove-folder", { folderId: inside, cardsTo: "unfiled" });
    expect(await cardOf(home)).toMatchObject({ folderId: null, alsoIn: [] });
    expect(await cardOf(also)).toMatchObject({ folderId: elsewhere, alsoIn: [] });
  });

  it("a bulk change while another one withdraws half of it ends with both done", async () => {
    const other = await join(owner.libraryId, "editor");
    const cardIds = await Promise.all(Array.from({ length: 10 }, () => world.keep()));
    const answers = await Promise.all([
      owner.run("tag-cards", { cardIds, path: fresh("both"), on: true }),
      other.run("withdraw-cards", { cardIds: cardIds.slice(5), withdrawn: true }),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    const cards = (await owner.rows()).card.filter(({ id }) => cardIds.includes(id as string));
    expect(cards.map(({ tagIds }) => (tagIds as string[]).length)).toEqual(Array(10).fill(1));
    expect(cards.filter(({ withdrawn }) => withdrawn)).toHaveLength(5);
  });
});

describe("what travels with every card", () => {
  it("is bounded: tags, further folders, what one member hides", async () => {
    const cardId = await world.keep("Bounded");
    const root = await world.tag();
    for (let i = 0; i < 100; i++)
      await owner.run("tag-cards", { cardIds: [cardId], tagId: await world.tag(root), on: true });
    const one = await owner.run("tag-cards", { cardIds: [cardId], tagId: await world.tag(root), on: true });
    expect(code(one)).toEqual([409, "too-many"]);
    // One that implies all the others is no more than they are.
    expect((await cardOf(cardId)).tagIds).toHaveLength(100);
    for (let i = 0; i < 50; i++)
      await owner.run("file-cards", { cardIds: [cardId], folderId: await world.folder(), on: true });
    const further = await owner.run("file-cards", {
      cardIds: [cardId],
      folderId: await world.folder(),
      on: true,
    });
    expect(code(further)).toEqual([409, "too-many"]);
  });
});

describe("copies", () => {
  it("are the team's, with content, tags and note; beside the original or unfiled, under names that are free", async () => {
    const name = fresh("Copied");
    const cardId = await world.keep("Originals", name);
    await owner.run("edit-card", { cardId, note: "Keep this." });
    await owner.run("tag-cards", { cardIds: [cardId], path: fresh("copied"), on: true });
    const first = await owner.run<{ cardIds: string[] }>("copy-cards", { cardIds: [cardId] });
    const second = await owner.run<{ cardIds: string[] }>("copy-cards", { cardIds: [cardId] });
    const [original, one, two] = await Promise.all(
      [cardId, first.body.result.cardIds[0], second.body.result.cardIds[0]].map(cardOf),
    );
    expect([one.name, two.name]).toEqual([`${name} 2`, `${name} 3`]);
    for (const copy of [one, two])
      expect(copy).toMatchObject({
        layer: "team",
        fingerprint: original.fingerprint,
        folderId: original.folderId,
        tagIds: original.tagIds,
        note: "Keep this.",
        contentVersion: 1,
        authorId: owner.id,
      });
    // Each goes its own way from then on.
    await owner.run("revise-card", { cardId, chain: highPass(333) });
    expect((await cardOf(one.id as string)).fingerprint).toBe(original.fingerprint);
    expect(await owner.content(original.fingerprint as string)).toBeDefined();
  });
});

describe("one's own marks", () => {
  it("are seen by nobody else; the team's are seen by all, and the mean of ratings is told", async () => {
    const [one, other] = [await join(owner.libraryId, "editor"), await join(owner.libraryId, "viewer")];
    const cardId = await world.keep();
    await one.run("rate-cards", { cardIds: [cardId], stars: 5 });
    await other.run("rate-cards", { cardIds: [cardId], stars: -1 });
    await one.run("hide", { cardIds: [cardId], on: true });
    await one.mark(cardId);
    const listId = await world.list("keep-team-list");
    await one.run("mark-team-cards", { listId, cardIds: [cardId], on: true });
    const of = async (who: Person) => {
      const { rating, hiding, favourite, favouritesList } = await who.rows();
      return {
        stars: rating.map(({ stars }) => stars),
        hidden: hiding.length,
        own: favourite.filter(({ ownerId }) => ownerId !== null).length,
        team: favourite.filter((row) => row.listId === listId).length,
        lists: favouritesList.filter(({ ownerId }) => ownerId !== null).length,
      };
    };
    expect(await of(one)).toEqual({ stars: [5], hidden: 1, own: 1, team: 1, lists: 2 });
    expect(await of(other)).toEqual({ stars: [-1], hidden: 0, own: 0, team: 1, lists: 2 });
    const { GET } = await import("@/app/api/libraries/[libraryId]/cards/[cardId]/rating/route");
    const answer = await GET(request("/api/test", { cookie: one.cookie }), {
      params: Promise.resolve({ libraryId: owner.libraryId, cardId }),
    });
    expect(await answer.json()).toEqual({ mean: 2.5, count: 2 });
    // A list of somebody else's is none of theirs.
    expect(code(await other.run("mark-cards", { listId: one.listId, cardIds: [cardId], on: true }))).toEqual([
      404,
      "not-found",
    ]);
    expect(code(await other.run("mark-team-cards", { listId, cardIds: [cardId], on: false }))).toEqual([
      403,
      "no-right",
    ]);
    expect(code(await one.run("remove-team-list", { listId: one.listId }))).toEqual([404, "not-found"]);
  });

  it("several lists are made as one change, with letters of their names and inks in turn", async () => {
    const person = await join(owner.libraryId, "viewer");
    const lists = async () =>
      (await person.rows()).favouritesList
        .filter(({ ownerId, removed }) => ownerId !== null && !removed)
        .sort((a, b) => (String(a.position) < String(b.position) ? -1 : 1))
        .map(({ name, mark, ink }) => [name, mark, ink].join(" "));
    const made = await person.run("keep-list", { names: ["Fog days", "Low water", "Lantern"] });
    expect(made.body.change!.summary).toBe("made the lists “Fog days”, “Low water”, “Lantern”");
    expect(await lists()).toEqual([
      "Favourites F verdigris",
      "Later L indigo",
      "Fog days O plum",
      "Low water W ochre",
      "Lantern A moss",
    ]);
    const { listId } = made.body.result as { listId: string };
    // Letters of the team's are at hand as well.
    const teams = fresh("Xylophone");
    await owner.run("keep-team-list", { name: teams, mark: "X" });
    await person.run("keep-list", { names: ["Xebec"] });
    expect((await lists()).at(-1)).toMatch(/^Xebec E /);
    expect(code(await person.run("keep-list", { listId, name: "Fog", mark: "G", ink: "iron" }))).toEqual([
      200,
      undefined,
    ]);
    expect((await lists())[2]).toBe("Fog G iron");
    expect(code(await person.run("keep-list", { listId, name: "Fog", mark: "G", ink: "red" }))[0]).toBe(400);
    // Where one name is taken, or comes twice, no list is made.
    for (const names of [
      ["New", "later"],
      ["New", "new"],
    ])
      expect(code(await person.run("keep-list", { names }))).toEqual([409, "same-name"]);
    expect(
      code(await person.run("keep-list", { names: Array.from({ length: 31 }, (_, i) => `L ${i}`) })),
    ).toEqual([409, "too-many"]);
    for (const input of [{ names: [] }, { names: ["X"], name: "X" }, { names: ["X"], listId }, { mark: "" }])
      expect(code(await person.run("keep-list", input))[0]).toBe(400);
    expect(await lists()).toHaveLength(6);
  });

  it("a list has a name and a letter of its own", async () => {
    const person = await join(owner.libraryId, "viewer");
    expect(code(await person.run("keep-list", { name: "favourites", mark: "" }))).toEqual([409, "same-name"]);
    expect(code(await person.run("keep-list", { name: "Other", mark: "f" }))).toEqual([409, "same-mark"]);
    expect(code(await person.run("keep-list", { name: "Other", mark: "ab" }))).toEqual([400, "bad-mark"]);
    expect(code(await person.run("keep-list", { name: "Other", mark: "é" }))).toEqual([200, undefined]);
    expect((await person.rows()).favouritesList.some(({ mark }) => mark === "É")).toBe(true);
  });

  it("the cards of a list stand where they are put, through any moves", async () => {
    const person = await join(owner.libraryId, "editor");
    const cardIds = await Promise.all(Array.from({ length: 6 }, () => world.keep()));
    // What comes later comes behind what is there.
    await person.run("mark-cards", { listId: person.listId, cardIds: cardIds.slice(0, 4), on: true });
    await person.run("mark-cards", { listId: person.listId, cardIds: cardIds.slice(4), on: true });
    const marked = (await person.rows()).favourite
      .map((row) => row as { listId: string; cardId: string; position: string })
      .filter(({ listId }) => listId === person.listId)
      .sort((a, b) => (a.position < b.position ? -1 : 1));
    expect(marked.map(({ cardId }) => cardId)).toEqual(cardIds);
    const model = [...cardIds];
    const draw = randomFrom(7);
    for (let i = 0; i < 30; i++) {
      const [moved] = model.splice(Math.floor(draw() * model.length), 1);
      const at = Math.floor(draw() * (model.length + 1));
      const beforeId = model[at] ?? null;
      model.splice(at, 0, moved);
      await person.run("place-marked", { listId: person.listId, cardId: moved, beforeId });
    }
    const { favourite } = await person.rows();
    const order = favourite
      .filter(({ listId }) => listId === person.listId)
      .sort((a, b) => (String(a.position) < String(b.position) ? -1 : 1));
    expect(order.map(({ cardId }) => cardId)).toEqual(model);
  });

  it("what was hidden and is gone by now can be shown again", async () => {
    const folderId = await world.folder();
    await owner.run("hide", { folderId, on: true });
    await owner.run("hide", { maker: "Fog Yard", on: true });
    await owner.run("hide", { maker: "fog yard", on: true });
    expect((await owner.rows()).hiding.filter(({ maker }) => maker !== null)).toHaveLength(1);
    await owner.run("remove-folder", { folderId });
    expect(code(await owner.run("hide", { folderId, on: false }))).toEqual([200, undefined]);
    expect((await owner.rows()).hiding.some((row) => row.folderId === folderId)).toBe(false);
    expect(code(await owner.run("hide", { folderId, on: true }))).toEqual([404, "not-found"]);
    expect(code(await owner.run("hide", { folderId, maker: "x", on: true }))).toEqual([400, "bad-input"]);
  });
});

describe("an update of the supplied cards", () => {
  it("brings new ones and changes others, and disturbs nothing of anybody's own", async () => {
    const { libraryId } = owner;
    const db = database();
    const made = await world.keep();
    const source = (await readCard(db, libraryId, owner.id, made))!;
    const supplied = {
      ...source,
      id: newId(),
      layer: "supplied" as const,
      authorId: null,
      name: "Supplied plate",
    };
    await new Ledger(db, libraryId, owner.id, "library").insert("card", supplied);
    const [seen, hidden] = [supplied.id, newId()];
    await new Ledger(db, libraryId, owner.id, "library").insert("card", {
      ...supplied,
      id: hidden,
      name: "Other",
    });
    await owner.run("mark-cards", { cardIds: [seen], listId: owner.listId, on: true });
    await owner.run("rate-cards", { cardIds: [seen], stars: 5 });
    await owner.run("set-alias", { cardId: seen, text: "sppl" });
    await owner.run("bind-key", { cardId: seen, key: "6" });
    await owner.run("hide", { cardIds: [hidden], on: true });
    await owner.run("file-cards", { cardIds: [seen], path: "Of the team", on: true });
    const own = ["alias", "favourite", "favouritesList", "keyBinding", "rating", "hiding"] as const;
    const ownOf = async () => {
      const rows = await owner.rows();
      return own.map((entity) => rows[entity]);
    };
    const before = await ownOf();

    const update = new Ledger(db, libraryId, owner.id, "library");
    await update.update("card", seen, {
      name: "Supplied plate, better",
      chain: highPass(90),
      contentVersion: 2,
      fingerprint: "f".repeat(64),
    });
    await update.update("card", hidden, { note: "Mended" });
    await update.insert("card", { ...supplied, id: newId(), name: "Quite new" });

    expect(await ownOf()).toEqual(before);
    const card = await cardOf(seen);
    const filed = (await owner.rows()).folder.find(({ id }) => id === card.folderId);
    expect([card.name, filed?.name]).toEqual(["Supplied plate, better", "Of the team"]);
    // Nobody changes them by hand all the same.
    expect(code(await owner.run("edit-card", { cardId: seen, name: "Mine" }))).toEqual([403, "supplied"]);
  });
});
