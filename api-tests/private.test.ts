import { eq } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { commandShapes } from "@/core/api/commands";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import * as cardsRoute from "@/app/api/libraries/[libraryId]/cards/route";
import * as cardFileRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/file/route";
import * as ratingRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/rating/route";
import * as versionsRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/versions/route";
import * as changesRoute from "@/app/api/libraries/[libraryId]/changes/route";
import * as contentsRoute from "@/app/api/libraries/[libraryId]/contents/route";
import * as historyRoute from "@/app/api/libraries/[libraryId]/history/route";
import * as imprintsRoute from "@/app/api/libraries/[libraryId]/imprints/route";
import * as replicaRoute from "@/app/api/libraries/[libraryId]/replica/route";
import * as searchRoute from "@/app/api/libraries/[libraryId]/search/route";
import * as sessionRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/route";
import * as missingRoute from "@/app/api/libraries/[libraryId]/missing-files/route";
import * as usageRoute from "@/app/api/libraries/[libraryId]/usage/route";
import { v7 as newId } from "uuid";
import { readCard } from "@/db/cards";
import { database } from "@/db/connection";
import { Ledger, OfAnotherStream } from "@/db/ledger";
import { keepImprint } from "@/db/imprints";
import { change } from "@/db/schema";
import { imprintForm } from "@/core/measure/likeness";
import { fresh } from "./scenarios";
import { highPass, join, newLibrary, request, type Person } from "./world";

/* What one member keeps for themselves, and what of it others can come to know: nothing. */

let [curator, author, other]: Person[] = [];
let sessionId: string;
let targetIds: string[];

beforeAll(async () => {
  const made = await newLibrary();
  ({ sessionId, targetIds } = made);
  curator = await join(made.libraryId, "owner");
  author = await join(made.libraryId, "editor");
  other = await join(made.libraryId, "curator");
});

let frequency = 400;
/** A chain that no other card has. */
const ownChain = () => highPass(++frequency);

async function keepOwn(name = fresh("Secret plate"), chain = ownChain()) {
  const { body } = await author.run<{ cardId: string }>("keep-card", {
    name,
    path: "",
    layer: "private",
    note: "whispered",
    maker: "Nobody else",
    fits: ["clip"],
    chain,
  });
  expect(body.error).toBeUndefined();
  return { cardId: body.result.cardId, name, print: fingerprint(chainText(chain)), chain };
}

type Route = { GET: (request: Request, context: never) => Promise<Response> };
const get = (route: Route, who: Person, query = "", more = {}) =>
  route.GET(request(`/api/test${query}`, { cookie: who.cookie }), {
    params: Promise.resolve({ libraryId: who.libraryId, ...more }),
  } as never);
const textOf = async (route: Route, who: Person, query = "", more = {}) =>
  Buffer.from(await (await get(route, who, query, more)).arrayBuffer()).toString("latin1");

describe("a private card", () => {
  it("is its member's, beside the team's, and theirs to change and take back", async () => {
    const { cardId, name } = await keepOwn();
    const replica = JSON.parse(await textOf(replicaRoute, author)) as {
      ownCards: { id: string; ownerId: string; layer: string; folderId: null }[];
    };
    expect(replica.ownCards).toContainEqual(
      expect.objectContaining({ id: cardId, ownerId: author.id, layer: "private", folderId: null }),
    );
    const run = async (command: string, input: object) => {
      const { status, body } = await author.run(command, input);
      expect([command, status, body.error]).toEqual([command, 200, undefined]);
      expect((body.change as unknown as { of: string }).of).toBe("member");
    };
    await run("edit-card", { cardId, name: `${name} again`, note: "still whispered" });
    await run("revise-card", { cardId, chain: ownChain() });
    await run("withdraw-cards", { cardIds: [cardId], withdrawn: true });
    await run("withdraw-cards", { cardIds: [cardId], withdrawn: false });
    await run("set-alias", { cardId, text: "scrt" });
    await run("bind-key", { cardId, key: "9" });
    await run("rate-cards", { cardIds: [cardId], stars: 4 });
    await run("hide", { cardIds: [cardId], on: true });
    await run("mark-cards", { cardIds: [cardId], listId: author.listId, on: true });
    await run("copy-cards", { cardIds: [cardId] });
    const [copy, ...rest] = (await ownCards()).filter((card) => card.name.startsWith(`${name} again `));
    expect([copy.layer, copy.ownerId, rest]).toEqual(["private", author.id, []]);
    for (let i = 0; i < 10; i++) expect((await author.takeBack("undo")).status).toBe(200);
    const undone = (await ownCards()).find(({ id }) => id === cardId)!;
    expect([undone.name, undone.note, undone.contentVersion]).toEqual([name, "whispered", 1]);
  });
  const ownCards = async () =>
    (
      JSON.parse(await textOf(replicaRoute, author)) as {
        ownCards: {
          id: string;
          name: string;
          note: string;
          layer: string;
          ownerId: string;
          contentVersion: number;
        }[];
      }
    ).ownCards;

  it("is found by its member's searches, heard on a session, and nobody there is told its name", async () => {
    const { cardId, name, print } = await keepOwn();
    expect(await textOf(searchRoute, author, `?q=${encodeURIComponent(`"${name}"`)}`)).toContain(cardId);
    expect(await textOf(contentsRoute, author, `?of=${print}`)).toContain(print);
    expect((await get(versionsRoute, author, "", { cardId })).status).toBe(200);
    expect((await get(cardFileRoute, author, "?form=card", { cardId })).status).toBe(200);
    const { status, body } = await author.run("apply-card", { sessionId, targetIds, cardId });
    expect([status, body.change!.summary]).toEqual([200, "a private card on 2 clips"]);
    expect(await textOf(historyRoute, other)).not.toContain(name);
    expect(await textOf(sessionRoute, other, "", { sessionId })).not.toContain(name);
  });

  it("is in no answer to anybody else", async () => {
    const { cardId, name, print, chain } = await keepOwn();
    await author.run("edit-card", { cardId, name: `${name} II`, note: "mumbled" });
    await author.run("apply-card", { sessionId, targetIds, cardId });
    await keepImprint(
      database(),
      { libraryId: author.libraryId, medium: "audio", fingerprint: print, chainText: chainText(chain) },
      imprintForm,
      Buffer.alloc(8),
    );
    const bytes = Buffer.from(print, "hex").toString("latin1");
    expect(await textOf(imprintsRoute, author, "?medium=audio")).toContain(bytes);
    for (const who of [other, curator]) {
      const asked: [Route, string, object?][] = [
        [replicaRoute, ""],
        [cardsRoute, ""],
        [contentsRoute, `?of=${print}`],
        [changesRoute, "?stream=library&since=0"],
        [changesRoute, "?stream=member&since=0"],
        [historyRoute, ""],
        [searchRoute, `?q=${encodeURIComponent("is:withdrawn OR -is:withdrawn")}&limit=1000`],
        [searchRoute, "?q=layer:private"],
        [imprintsRoute, "?medium=audio"],
        [imprintsRoute, `?medium=audio&of=${print}`],
        [usageRoute, ""],
        [missingRoute, ""],
        [versionsRoute, "", { cardId }],
        [ratingRoute, "", { cardId }],
        [cardFileRoute, "?form=card", { cardId }],
      ];
      for (const [route, query, more] of asked) {
        const text = await textOf(route, who, query, more);
        for (const secret of [name, "whispered", "mumbled", "Nobody else", bytes])
          expect([query, text.includes(secret)]).toEqual([query, false]);
        // Its id stands at the target that it was put on, which says nothing of it.
        if (route !== sessionRoute) expect([query, text.includes(cardId)]).toEqual([query, false]);
        if (route === contentsRoute) expect(text).not.toContain(print);
      }
    }
  });

  it("takes no name from the team, nor is asked about by one", async () => {
    const { name } = await keepOwn();
    const { body } = await other.run("keep-card", { name, path: "", note: "", fits: [], chain: highPass() });
    expect(body.error).toBeUndefined();
    const again = await author.run("keep-card", { name, path: "", layer: "private", chain: ownChain() });
    expect([again.status, again.body.error!.message]).toEqual([
      409,
      `You have a private card “${name}” already.`,
    ]);
    const copied = await other.run<{ cardIds: string[] }>("copy-cards", {
      cardIds: [(body.result as { cardId: string }).cardId],
    });
    const rows = await other.rows();
    const named = rows.card.find(({ id }) => id === copied.body.result.cardIds[0])!.name;
    expect(named).toBe(`${name} 2`);
  });

  it("is there for no command of anybody else's", async () => {
    const { cardId } = await keepOwn();
    const inputs: Record<string, object> = {
      "edit-card": { cardId, name: "Mine" },
      "revise-card": { cardId, chain: ownChain() },
      "prove-card": { cardId, contentVersion: 1, on: "x", difference: 0 },
      "copy-cards": { cardIds: [cardId] },
      "move-cards": { cardIds: [cardId], path: "Stolen" },
      "rename-cards": { names: [{ cardId, name: "Stolen" }] },
      "copy-marks": { cardId, onto: [cardId], tags: true, note: true },
      "file-cards": { cardIds: [cardId], path: "Stolen", on: true },
      "tag-cards": { cardIds: [cardId], path: "stolen", on: true },
      "withdraw-cards": { cardIds: [cardId], withdrawn: true },
      "mark-cards": { cardIds: [cardId], listId: other.listId, on: true },
      "rate-cards": { cardIds: [cardId], stars: 3 },
      hide: { cardIds: [cardId], on: true },
      "set-alias": { cardId, text: "stolen" },
      "bind-key": { cardId, key: "8" },
      "set-keys": { keys: [{ cardId, key: "8" }] },
      "set-default": { cardId, on: true },
      "apply-card": { sessionId, targetIds, cardId },
      "apply-picks": { sessionId, picks: [{ cardId, targetIds }] },
      "apply-draft": { sessionId, targetIds, parts: [{ cardId }], how: "after" },
      "pin-card": { sessionId, targetIds, cardId, contentVersion: 1 },
      "update-pins": { sessionId, cardId },
      "offer-card": { ownCardId: cardId },
      tidy: { steps: [{ command: "withdraw-cards", input: { cardIds: [cardId], withdrawn: true } }] },
      "tidy-own": { steps: [{ command: "hide", input: { cardIds: [cardId], on: true } }] },
    };
    // Every command that a card can be named to is among these.
    const named = commandShapes
      .filter(({ input }) => /"(own)?[cC]ardIds?"/.test(JSON.stringify(input.describe())))
      .map(({ name }) => name)
      .filter(
        (name) =>
          ![
            "join-variants",
            // For owners; `erase.test.ts` sees to it.
            "erase-cards",
            "part-variants",
            "mark-team-cards",
            "place-marked",
            "place-team-marked",
          ].includes(name),
      );
    expect(Object.keys(inputs).sort()).toEqual(expect.arrayContaining(named.sort()) as unknown);
    const before = await author.rows();
    for (const [command, input] of Object.entries(inputs)) {
      const { status, body } = await other.run(command, input);
      expect([command, status, body.error?.code]).toEqual([command, 404, "not-found"]);
    }
    expect(await author.rows()).toEqual(before);
  });

  it("lies nowhere in what the team keeps in order, and is changed apart from the team's", async () => {
    const { cardId } = await keepOwn();
    const second = await keepOwn();
    const shared = (
      await author.run<{ cardId: string }>("keep-card", { name: fresh("Open"), path: "", chain: highPass() })
    ).body.result.cardId;
    const list = (await author.run<{ listId: string }>("keep-team-list", { name: fresh("List"), mark: "" }))
      .body.result.listId;
    for (const [command, input] of [
      ["move-cards", { cardIds: [cardId], path: "Anywhere" }],
      ["file-cards", { cardIds: [cardId], path: "Anywhere", on: true }],
      ["tag-cards", { cardIds: [cardId], path: "any", on: true }],
      ["join-variants", { cardIds: [cardId, second.cardId] }],
      ["mark-team-cards", { cardIds: [cardId], listId: list, on: true }],
    ] as const) {
      const { status, body } = await author.run(command, input);
      expect([command, status, body.error?.code]).toEqual([command, 409, "private-card"]);
    }
    const mixed = await author.run("withdraw-cards", { cardIds: [cardId, shared], withdrawn: true });
    expect([mixed.status, mixed.body.error!.code]).toEqual([409, "mixed-layers"]);
    const filed = await author.run("keep-card", {
      name: "X",
      path: "Y",
      layer: "private",
      chain: ownChain(),
    });
    expect([filed.status, filed.body.error!.message]).toEqual([
      400,
      expect.stringContaining("lies in no folder") as unknown,
    ]);
  });

  it("of somebody who only looks is refused", async () => {
    const viewer = await join(author.libraryId, "viewer");
    expect(
      (await viewer.run("keep-card", { name: "V", path: "", layer: "private", chain: ownChain() })).status,
    ).toBe(403);
  });
});

describe("the one way to change rows", () => {
  it("writes no private card where others read, none of somebody else's, and nothing of the team's among one's own", async () => {
    const { cardId } = await keepOwn();
    const { libraryId } = author;
    const db = database();
    const card = (await readCard(db, libraryId, author.id, cardId))!;
    const folder = {
      id: newId(),
      parentId: null,
      name: "Made",
      position: "a0",
      sign: "",
      fits: [],
      pictureOf: null,
    } as const;
    const attempts: [Ledger, (ledger: Ledger) => Promise<unknown>][] = [
      [new Ledger(db, libraryId, author.id, "library"), (to) => to.insert("card", { ...card, id: newId() })],
      [new Ledger(db, libraryId, author.id, "session"), (to) => to.insert("card", { ...card, id: newId() })],
      [
        new Ledger(db, libraryId, author.id, "library"),
        (to) => to.updateAll("card", [[card, { name: "Seen" }]]),
      ],
      [new Ledger(db, libraryId, other.id, "member"), (to) => to.deleteAll("card", [card])],
      [new Ledger(db, libraryId, author.id, "member"), (to) => to.insert("folder", folder)],
    ];
    for (const [ledger, attempt] of attempts) await expect(attempt(ledger)).rejects.toThrow(OfAnotherStream);
    expect(await new Ledger(db, libraryId, author.id, "library").read("card", cardId)).toBeNull();
    expect(await new Ledger(db, libraryId, other.id, "session").read("card", cardId)).toBeNull();
    expect(await readCard(db, libraryId, author.id, cardId)).toEqual(card);
  });
});

describe("an offer to the team", () => {
  const offer = async (path = "Offered") => {
    const own = await keepOwn();
    const { body } = await author.run<{ proposalId: string }>("offer-card", { ownCardId: own.cardId, path });
    expect(body.error).toBeUndefined();
    return { ...own, proposalId: body.result.proposalId };
  };

  it("shows the card as it was offered, is accepted as a card of its author's, and can be taken back", async () => {
    const { proposalId, name, print, cardId: own } = await offer("Offered / Deep");
    expect(await textOf(contentsRoute, other, `?of=${print}`)).toContain(print);
    // What is done to the private one since is its member's own matter.
    await author.run("revise-card", { cardId: own, chain: ownChain() });
    const { status, body } = await other.run<{ cardId: string }>("answer-proposal", {
      proposalId,
      accept: true,
      answer: "Just right",
    });
    expect([status, body.change!.summary]).toEqual([200, `accepted “${name}”`]);
    const rows = await curator.rows();
    const card = rows.card.find(({ id }) => id === body.result.cardId)!;
    expect([card.layer, card.ownerId, card.authorId, card.fingerprint, card.maker]).toEqual([
      "team",
      null,
      author.id,
      print,
      "Nobody else",
    ]);
    expect(rows.folder.find(({ id }) => id === card.folderId)!.name).toBe("Deep");
    const state = async () => (await curator.rows()).proposal.find(({ id }) => id === proposalId)!;
    expect(await state()).toMatchObject({ state: "accepted", answer: "Just right", cardId: card.id });
    expect((await other.takeBack("undo")).status).toBe(200);
    expect(await state()).toMatchObject({ state: "open", answer: "", cardId: null });
    expect((await curator.rows()).card.some(({ id }) => id === card.id)).toBe(false);
    // The private one is still its member's.
    expect(JSON.parse(await textOf(replicaRoute, author))).toMatchObject({
      ownCards: expect.arrayContaining([expect.objectContaining({ id: own })]) as unknown,
    });
  });

  it("is answered once, by a curator; taken back by whoever made it", async () => {
    const { proposalId, name } = await offer();
    const answer = (who: Person, accept: boolean, more = {}) =>
      who.run("answer-proposal", { proposalId, accept, ...more });
    expect((await answer(author, true)).status).toBe(403);
    expect((await other.run("drop-proposal", { proposalId })).status).toBe(403);
    expect((await answer(other, false, { answer: "Too wet", seen: 7 })).status).toBe(409);
    // Taking it in is nothing that may be left unsaid.
    expect((await other.run("answer-proposal", { proposalId })).status).toBe(400);
    const both = await Promise.all([answer(other, true), answer(curator, true)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await author.run("drop-proposal", { proposalId })).body.error!.message).toBe(
      `“${name}” was accepted already.`,
    );
    const second = await offer();
    expect((await author.run("drop-proposal", { proposalId: second.proposalId })).status).toBe(200);
    expect((await other.run("answer-proposal", { proposalId: second.proposalId, accept: true })).status).toBe(
      409,
    );
  });

  it("is made once for a content, of a private card alone, and may be taken in under another name", async () => {
    const { cardId, name, proposalId } = await offer();
    expect((await author.run("offer-card", { ownCardId: cardId })).body.error!.code).toBe("offered");
    await other.run("keep-card", { name, path: "Offered", note: "", fits: [], chain: highPass() });
    const clash = await other.run("answer-proposal", { proposalId, accept: true });
    expect([clash.status, clash.body.error!.code]).toEqual([409, "same-name"]);
    const called = fresh("Called otherwise");
    const { body } = await other.run<{ cardId: string }>("answer-proposal", {
      proposalId,
      accept: true,
      name: called,
    });
    const card = (await curator.rows()).card.find(({ id }) => id === body.result.cardId)!;
    expect(card.name).toBe(called);
    const shared = await author.run("offer-card", { ownCardId: card.id });
    expect([shared.status, shared.body.error!.code]).toEqual([409, "not-private"]);
  });

  it("leaves no trace of private cards in the library's own changes", async () => {
    const { name } = await keepOwn();
    const rows = await database().select().from(change).where(eq(change.actorId, author.id));
    const told = rows.filter(({ forward, backward }) => JSON.stringify([forward, backward]).includes(name));
    expect(told).toHaveLength(1);
    const shown = await textOf(changesRoute, author, "?stream=member&since=0");
    expect(shown).toContain(name);
  });
});

it("a team's search names no private card among those that it puts in order", async () => {
  const { cardId } = await keepOwn();
  const ours = (
    await author.run<{ cardId: string }>("keep-card", { name: fresh("Ours"), path: "", chain: ownChain() })
  ).body.result.cardId;
  const { body } = await author.run<{ searchId: string }>("keep-team-search", {
    name: fresh("Plates"),
    query: "plate",
    placed: [cardId, ours],
  });
  expect(body.error).toBeUndefined();
  expect(await textOf(replicaRoute, other)).not.toContain(cardId);
  const row = (await other.rows()).savedSearch.find((one) => one.id === body.result.searchId);
  expect(row).toMatchObject({ placed: [ours] });
});
