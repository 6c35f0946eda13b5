import { v7 as newId } from "uuid";
import { beforeAll, describe, expect, it } from "vitest";
import { applyRowChanges, emptyReplica, type Replica } from "@/core/library/change";
import { database } from "@/db/connection";
import { savedSearch } from "@/db/schema";
import { changesSince, findStream } from "@/db/streams";
import { apart, fresh, makeScenarios } from "./scenarios";
import { withUse, type Habit } from "@/core/library/habit";
import { noteUse, readHabits } from "@/db/habits";
import { highPass, join, type Person } from "./world";
import { commands } from "@/server/commands";

let owner: Person;
let sessionId: string;
let targetIds: string[];
let world: Awaited<ReturnType<typeof makeScenarios>>;
const keep: typeof world.keep = (...of) => world.keep(...of);
const folder: typeof world.folder = (...of) => world.folder(...of);
const inputs = commands.map((c) => c.name).filter((name) => !apart.includes(name));

beforeAll(async () => {
  world = await makeScenarios();
  ({ owner, sessionId, targetIds } = world);
});

const withoutVersions = (rows: Record<string, Record<string, unknown>[]>) =>
  Object.fromEntries(
    Object.entries(rows).map(([entity, list]) => [entity, list.map(({ version: _, ...row }) => row)]),
  );

/** What the history says of each scenario's command; names are made up as they are needed. */
const said: Record<string, RegExp> = {
  "create-folder": /^made folder “Inside”$/,
  "edit-folder": /^renamed folder “Folder \d+” to “Renamed \d+”$/,
  "move-folder": /^moved folder “Folder \d+”$/,
  "remove-folder": /^removed folder “Middle”, kept what was in it$/,
  "keep-card": /^kept preset “Kept \d+”$/,
  "revise-card": /^kept version 2 of “Card \d+”$/,
  "edit-card": /^renamed “Card \d+” to “Edited \d+”$/,
  "copy-cards": /^copied 2 cards$/,
  "move-cards": /^filed 2 cards in Elsewhere \d+ \/ Deep$/,
  "withdraw-cards": /^withdrew 2 cards$/,
  "set-alias": /^“al\d+” now recalls “Card \d+”$/,
  "remove-alias": /^took away the alias “rm\d+”$/,
  "merge-folders": /^merged folder “One \d+” into “Other \d+”$/,
  "create-tag": /^made tag “Inside”$/,
  "rename-tag": /^renamed tag “tag \d+” to “Retold \d+”$/,
  "move-tag": /^moved tag “tag \d+”$/,
  "remove-tag": /^removed tag “tag \d+”$/,
  "merge-tags": /^merged tag “tag \d+” into “tag \d+”$/,
  "tag-cards": /^tagged 2 cards made \d+ \/ below$/,
  "file-cards": /^filed 2 cards in Further \d+ \/ Deep too$/,
  "keep-list": /^made the list “List \d+”$/,
  "keep-team-list": /^renamed the list “List \d+” to “Relisted \d+”$/,
  "remove-list": /^removed the list “List \d+”$/,
  "remove-team-list": /^removed the list “List \d+”$/,
  "mark-cards": /^put 2 cards on List \d+$/,
  "mark-team-cards": /^put “Card \d+” on List \d+$/,
  "place-marked": /^put the cards of List \d+ in order$/,
  "place-team-marked": /^put the cards of List \d+ in order$/,
  "rate-cards": /^rated 2 cards: 4 stars$/,
  hide: /^hid 2 cards$/,
  "offer-card": /^offered “Own \d+” to the team$/,
  "answer-proposal": /^accepted “Own \d+”$/,
  "drop-proposal": /^no longer offers “Own \d+”$/,
  "copy-marks": /^gave 2 cards the tags and the note of “Card \d+”$/,
  "rename-cards": /^renamed 2 cards$/,
  tidy: /^filed 2 cards in Folder \d+, and 2 more$/,
  "tidy-own": /^“ty\d+” now recalls “Card \d+”, and 1 more$/,
  "bind-key": /^the key 7 now applies “Card \d+”$/,
  "keep-search": /^kept the search “Search \d+”$/,
  "remove-search": /^removed the search “Search \d+”$/,
  "keep-team-search": /^renamed the search “Search \d+” to “Found \d+”$/,
  "remove-team-search": /^removed the search “Search \d+”$/,
  "apply-picks": /^2 picked cards on 2 clips$/,
  "carry-over": /^carried what is on “Take 1” over to “Take 2”$/,
  "keep-routine": /^kept the routine “Routine \d+”$/,
  "remove-routine": /^removed the set “Routine \d+”$/,
  "set-keys": /^set 2 keys$/,
  "set-chains": /^shaped 2 clips$/,
  "cut-targets": /^cut “Long \d+”$/,
  "render-in-place": /^rendered “Clip \d+” in place$/,
  "bring-back": /^brought back what “Clip \d+” was before$/,
  "run-routine": /^“Routine \d+” on 2 clips$/,
  "apply-draft": /^2 returns fed by 2 clips$/,
  "apply-card": /^“Card \d+” on 2 clips$/,
  "set-chain": /^shaped “Take 1”$/,
  "import-card": /^imported preset “Imported \d+”$/,
  "update-pins": /^version 2 of “Card \d+” on 2 clips$/,
  "create-session": /^began the session “Session \d+”$/,
  "edit-session": /^renamed the session “Session \d+” to “Renamed \d+”$/,
  "lay-timeline": /^began the session “Laid \d+” with “Call” of a timeline$/,
  "complete-timeline": /^found the files of “Call” of a timeline$/,
  "duplicate-session": /^duplicated the session “Session” as “Again \d+”$/,
  "remove-session": /^removed the session “Session \d+”$/,
  "add-targets": /^brought in “Clip \d+”$/,
  "add-group": /^added the bus “Bus \d+”$/,
  "edit-target": /^(un)?muted 2 targets$/,
  "move-targets": /^moved “Clip \d+” in the list$/,
  "remove-targets": /^removed 2 targets$/,
  "change-role": /^made editor a viewer$/,
  "remove-member": /^removed the member editor$/,
};

describe("every command", () => {
  it("has a scenario here", () => expect(inputs.sort()).toEqual(Object.keys(world.inputs).sort()));

  it.each(inputs)("%s can be taken back and done again", async (command) => {
    const input = await world.inputs[command]();
    const { sessionId: where = sessionId } = input as { sessionId?: string };
    const before = withoutVersions(await owner.rows(where));
    const done = await owner.run(command, input);
    expect(done.body.error).toBeUndefined();
    expect(done.body.change).not.toBeNull();
    expect(done.body.change!.summary).toMatch(said[command]);
    const after = withoutVersions(await owner.rows(where));
    expect(after).not.toEqual(before);
    expect((await owner.takeBack("undo", where)).status).toBe(200);
    expect(withoutVersions(await owner.rows(where))).toEqual(before);
    expect((await owner.takeBack("redo", where)).status).toBe(200);
    expect(withoutVersions(await owner.rows(where))).toEqual(after);
  });

  it("of moving targets puts them before another one or at the end, and not among those of another session", async () => {
    const ids = async () =>
      (await owner.rows(sessionId)).target
        .map((row) => row as { id: string; position: string })
        .sort((a, b) => (a.position < b.position ? -1 : 1))
        .map(({ id }) => id);
    const before = await ids();
    const [first, second, ...rest] = before;
    const move = (moved: string[], to: string | null) =>
      owner.run("move-targets", { sessionId, targetIds: moved, before: to });
    expect((await move([first, second], null)).status).toBe(200);
    expect(await ids()).toEqual([...rest, first, second]);
    expect((await move([second], rest[0])).status).toBe(200);
    expect(await ids()).toEqual([second, ...rest, first]);
    for (let i = 0; i < 2; i++) await owner.takeBack("undo", sessionId);
    expect(await ids()).toEqual(before);
    const elsewhere = await makeScenarios();
    expect((await move([first], elsewhere.targetIds[0])).status).toBe(404);
  });

  it("leaves a trail that leads a client's copy to the same rows", async () => {
    const { libraryId, id } = owner;
    let copy: Replica = emptyReplica();
    for (const key of [{ libraryId }, { libraryId, memberId: id }]) {
      const stream = await findStream(database(), key);
      const rows = await changesSince(database(), stream!.id, 0, 10_000);
      expect(rows.map((r) => r.revision)).toEqual(rows.map((_, i) => i + 1));
      for (const row of rows) copy = applyRowChanges(copy, row.forward);
    }
    const rows = await owner.rows();
    for (const entity of [
      "folder",
      "tag",
      "card",
      "alias",
      "favourite",
      "keyBinding",
      "rating",
      "hiding",
    ] as const)
      expect([...copy[entity].values()].sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(rows[entity]);
  });

  it.each(inputs)("%s refuses nonsense with words and changes nothing", async (command) => {
    const before = await owner.rows(sessionId);
    for (const nonsense of [{}, { cardId: 7 }, { unknown: true }, { sessionId, targetIds: [] }]) {
      const { status, body } = await owner.run(command, nonsense);
      expect(status).toBe(400);
      expect(body.error).toMatchObject({ code: "bad-input", message: expect.stringMatching(/\.$/) });
    }
    expect(await owner.rows(sessionId)).toEqual(before);
  });
});

describe("taking back", () => {
  it("goes back step by step and forward again, over several streams", async () => {
    const cardId = await keep();
    await owner.mark(cardId);
    await owner.run("edit-card", { cardId, name: "Third step" });
    const state = async () => {
      const rows = await owner.rows();
      return [
        rows.card.find((c) => c.id === cardId)?.name === "Third step",
        rows.favourite.some((f) => f.cardId === cardId),
        rows.card.some((c) => c.id === cardId),
      ];
    };
    const seen = [await state()];
    for (let i = 0; i < 3; i++) {
      await owner.takeBack("undo");
      seen.push(await state());
    }
    for (let i = 0; i < 3; i++) {
      await owner.takeBack("redo");
      seen.push(await state());
    }
    const [all, two, one, none] = [
      [true, true, true],
      [false, true, true],
      [false, false, true],
      [false, false, false],
    ];
    expect(seen).toEqual([all, two, one, none, one, two, all]);
    expect((await owner.takeBack("redo")).body.change).toBeNull();
  });

  it("is refused where somebody built upon the change, and says so", async () => {
    const cardId = await keep();
    const other = await join(owner.libraryId, "editor");
    await owner.run("edit-card", { cardId, name: "Mine" });
    await other.run("edit-card", { cardId, name: "Theirs" });
    const { status, body } = await owner.takeBack("undo");
    expect([status, body.error!.code]).toEqual([409, "built-upon"]);
    expect((await owner.rows()).card.find((c) => c.id === cardId)!.name).toBe("Theirs");
    // A change to another field is no obstacle.
    await other.run("edit-card", { cardId, name: "Again" });
    await owner.run("edit-card", { cardId, note: "also" });
    expect((await other.takeBack("undo")).status).toBe(200);
    await owner.takeBack("undo");
  });

  it("does not touch what others did", async () => {
    const other = await join(owner.libraryId, "editor");
    const cardId = (
      await other.run<{ cardId: string }>("keep-card", {
        name: fresh("Other's"),
        path: "",
        chain: highPass(),
      })
    ).body.result.cardId;
    await owner.takeBack("undo");
    expect((await owner.rows()).card.some((c) => c.id === cardId)).toBe(true);
  });
});

describe("keeping", () => {
  it("meets a card of the same name in the same folder, whatever its case, and offers a new version", async () => {
    const cardId = await keep("Doubles", "Small Room");
    const { status, body } = await owner.run("keep-card", {
      name: "small  room",
      path: "doubles",
      chain: highPass(90),
    });
    expect([status, body.error!.code, body.error!.cardId]).toEqual([409, "same-name", cardId]);
    const revised = await owner.run<{ contentVersion: number }>("revise-card", {
      cardId,
      chain: highPass(90),
      seen: body.error!.seen,
    });
    expect(revised.body.result.contentVersion).toBe(2);
    expect(
      (await owner.run("keep-card", { name: "Small Room", path: "Elsewhere again", chain: highPass() }))
        .status,
    ).toBe(200);
  });
  it("refuses an empty chain and values that make no sense, naming the place", async () => {
    expect(
      (await owner.run("keep-card", { name: "Nothing", path: "", chain: { medium: "audio", settings: [] } }))
        .body.error!.code,
    ).toBe("empty-chain");
    const { body } = await owner.run("keep-card", { name: "Wild", path: "", chain: highPass(-5) });
    expect(body.error).toMatchObject({
      code: "bad-chain",
      field: "settings.0.values.cutoff",
      message: "Setting 1 cutoff: the value must lie between 10 and 20000 Hz.",
    });
  });
  it("makes a folder again that somebody has just removed", async () => {
    const gone = await folder(null, "Just gone");
    await owner.run("remove-folder", { folderId: gone });
    const { body } = await owner.run("keep-card", { name: "Late", path: "Just gone", chain: highPass() });
    expect(body.result).toMatchObject({ madeFolders: ["Just gone"] });
  });
  it("carries effects that are unknown here, byte for byte", async () => {
    const strange = {
      effect: "audio.from-tomorrow",
      values: { z: 0.1234567890123, a: [1, { b: null }] },
      on: true,
      mix: 12.345,
    };
    const { result } = (
      await owner.run<{ cardId: string }>("keep-card", {
        name: fresh("Strange"),
        path: "",
        chain: { medium: "audio", settings: [strange] },
      })
    ).body;
    const { fingerprint } = (await owner.rows()).card.find((c) => c.id === result.cardId)!;
    expect(await owner.content(String(fingerprint))).toEqual({ medium: "audio", settings: [strange] });
  });
  it("takes names in any script, and refuses those that are too long", async () => {
    for (const name of ["צליל רך", "e\u0301te\u0301", "🌫 fog", "<b>&amp;"])
      expect((await owner.run("keep-card", { name, path: "Scripts", chain: highPass() })).status).toBe(200);
    expect(
      (await owner.run("keep-card", { name: "x".repeat(300), path: "", chain: highPass() })).body.error,
    ).toMatchObject({ code: "long-name" });
    expect(
      (await owner.run("keep-card", { name: "x".repeat(10_000), path: "", chain: highPass() })).status,
    ).toBe(400);
    expect(
      (await owner.run("keep-card", { name: " \u0007 ", path: "", chain: highPass() })).body.error,
    ).toMatchObject({ code: "no-name" });
    for (const bad of ["a\u0000b", "\ud800"])
      expect(
        (await owner.run("keep-card", { name: "Fine", note: bad, path: "", chain: highPass() })).body.error,
      ).toMatchObject({ code: "not-storable" });
  });
});

describe("applying", () => {
  it("pins the version that was used, however the card goes on", async () => {
    const cardId = await keep();
    await owner.run("apply-card", { sessionId, targetIds, cardId });
    await owner.run("revise-card", { cardId, chain: highPass(300) });
    const [target] = (await owner.rows(sessionId)).target;
    expect(target).toMatchObject({ cardId, cardVersion: 1, chain: highPass(80) });
    await owner.run("apply-card", {
      sessionId,
      targetIds: [targetIds[0]],
      cardId,
      contentVersion: 1,
      how: "after",
    });
    expect((await owner.rows(sessionId)).target.find((t) => t.id === targetIds[0])!.chain).toMatchObject({
      settings: [{}, {}],
    });
  });
  it("on targets as they were seen refuses what has changed since, all of it or none", async () => {
    const [cardId, second] = [await keep(), await keep()];
    const versions = async () =>
      new Map((await owner.rows(sessionId)).target.map(({ id, version }) => [id, version]));
    const seenTargets = Object.fromEntries(await versions());
    const routine = await owner.run<{ routineId: string }>("keep-routine", {
      name: `On what was seen ${cardId}`,
      steps: [{ kind: "strength", strength: 50 }],
    });
    const all: [string, object][] = [
      ["apply-card", { targetIds, cardId: second }],
      ["apply-draft", { targetIds, parts: [{ cardId: second }] }],
      ["apply-picks", { picks: [{ cardId: second, targetIds }] }],
      ["carry-over", { fromId: targetIds[0], targetIds: [targetIds[1]] }],
      ["run-routine", { targetIds, routineId: routine.body.result?.routineId }],
    ];
    await owner.run("apply-card", { sessionId, targetIds: [targetIds[1]], cardId });
    const before = await owner.rows(sessionId);
    for (const [command, input] of all) {
      const { status, body } = await owner.run(command, { sessionId, ...input, seenTargets });
      expect([command, status]).toEqual([command, 409]);
      expect(body.error).toMatchObject({ code: "stale", current: { id: targetIds[1], cardId } });
    }
    expect((await owner.rows(sessionId)).target).toEqual(before.target);
    // Targets as they were seen are changed; versions of targets that are not named are not compared.
    for (const [command, input] of all) {
      const now = Object.fromEntries(await versions());
      expect([command, (await owner.run(command, { sessionId, ...input, seenTargets: now })).status]).toEqual(
        [command, 200],
      );
    }
    expect((await owner.run("apply-card", { sessionId, targetIds, cardId, seenTargets: {} })).status).toBe(
      200,
    );
  });
  it("refuses a stale edit and shows the present state", async () => {
    const { body } = await owner.run("set-chain", {
      sessionId,
      targetId: targetIds[0],
      strength: 10,
      seen: 1,
    });
    expect(body.error).toMatchObject({ code: "stale", seen: 1, current: { id: targetIds[0] } });
  });
});

describe("folders", () => {
  it("cannot be moved into themselves, nor stand twice under one name", async () => {
    const outer = await folder();
    const inner = await folder(outer, "Inner");
    expect((await owner.run("move-folder", { folderId: outer, parentId: inner })).body.error!.code).toBe(
      "into-itself",
    );
    expect((await owner.run("create-folder", { parentId: outer, name: "INNER" })).body.error!.code).toBe(
      "same-name",
    );
    let deep: string | null = null;
    for (let i = 0; i < 12; i++) deep = await folder(deep);
    expect((await owner.run("move-folder", { folderId: outer, parentId: deep })).body.error!.code).toBe(
      "too-deep",
    );
  });
  it("are put before a sibling by writing one row", async () => {
    const parent = await folder();
    const [a, b, c] = [await folder(parent, "A"), await folder(parent, "B"), await folder(parent, "C")];
    const { body } = await owner.run("move-folder", { folderId: c, parentId: parent, beforeId: b });
    expect(body.change!.forward).toHaveLength(1);
    const order = (await owner.rows()).folder
      .filter((f) => f.parentId === parent)
      .sort((x, y) => (String(x.position) < String(y.position) ? -1 : 1));
    expect(order.map((f) => f.id)).toEqual([a, c, b]);
  });
});

describe("a member's own things", () => {
  it("are not seen by others and leave no gap in the library's revisions", async () => {
    const other = await join(owner.libraryId, "viewer");
    const cardId = await keep();
    const before = (await findStream(database(), { libraryId: owner.libraryId }))!.revision;
    expect((await other.run("set-alias", { cardId, text: "mine" })).status).toBe(200);
    expect((await other.run("bind-key", { key: "9", cardId })).status).toBe(200);
    expect((await findStream(database(), { libraryId: owner.libraryId }))!.revision).toBe(before);
    const rows = await owner.rows();
    expect([rows.alias, rows.keyBinding].flat().some((r) => r.ownerId === other.id)).toBe(false);
    const aliasId = (await other.rows()).alias[0].id;
    expect((await owner.run("remove-alias", { aliasId })).status).toBe(404);
  });
  it("take over an alias or key only when asked to", async () => {
    const [a, b] = [await keep(), await keep()];
    await owner.run("set-alias", { cardId: a, text: "Over" });
    expect((await owner.run("set-alias", { cardId: b, text: "over" })).body.error!.code).toBe("alias-taken");
    expect((await owner.run("set-alias", { cardId: b, text: "over", takeOver: true })).status).toBe(200);
    await owner.run("bind-key", { key: "5", cardId: a });
    expect((await owner.run("bind-key", { key: "5", cardId: b })).body.error!.code).toBe("key-taken");
    expect((await owner.run("bind-key", { key: "k", cardId: b })).body.error!.code).toBe("key-reserved");
  });
});

it("a card that is given what it has already is not changed, nor its time", async () => {
  const cardId = await keep();
  const row = async () => (await owner.rows()).card.find((card) => card.id === cardId)!;
  const before = await row();
  const { body } = await owner.run("edit-card", { cardId, name: before.name, note: before.note });
  expect(body.change).toBeNull();
  expect(await row()).toEqual(before);
  await owner.run("edit-card", { cardId, maker: "Gannet" });
  const after = await row();
  expect(after).toMatchObject({ maker: "Gannet", addedAt: before.addedAt });
  expect(Date.parse(after.changedAt as string)).toBeGreaterThan(Date.parse(before.changedAt as string));
});

describe("saved searches", () => {
  const made = async (who: Person, command: string, input: object) =>
    (await who.run<{ searchId: string }>(command, input)).body.result.searchId;

  it("are a member's own, or the team's", async () => {
    const other = await join(owner.libraryId, "editor");
    const own = await made(owner, "keep-search", { name: fresh("Mine"), query: "is:favourite" });
    const ours = await made(owner, "keep-team-search", { name: fresh("Ours"), query: "room" });
    const seen = (await other.rows()).savedSearch.map(({ id }) => id);
    expect([seen.includes(own), seen.includes(ours)]).toEqual([false, true]);
    // Another's own does not exist, by whatever it is asked for.
    for (const [command, input] of [
      ["keep-search", { searchId: own, name: "Taken", query: "x" }],
      ["keep-team-search", { searchId: own, name: "Taken", query: "x" }],
      ["remove-search", { searchId: own }],
      ["remove-team-search", { searchId: own }],
      ["set-alias", { searchId: own, text: "tk" }],
      ["bind-key", { searchId: own, key: "6" }],
    ] as const)
      expect([command, (await other.run(command, input)).status]).toEqual([command, 404]);
    expect((await other.run("keep-search", { searchId: ours, name: "Taken", query: "x" })).status).toBe(404);
    const changed = { searchId: ours, name: fresh("Theirs"), query: "rooms*" };
    expect((await other.run("keep-team-search", changed)).status).toBe(200);
    const viewer = await join(owner.libraryId, "viewer");
    expect((await viewer.run("keep-team-search", changed)).status).toBe(403);
    expect((await viewer.run("keep-search", { name: "Mine", query: "x" })).status).toBe(200);
  });

  it("of the team ask for nothing that is one member's own", async () => {
    const refused = await owner.run("keep-team-search", {
      name: fresh("Ours"),
      query: "room used:<7d is:favourite",
    });
    expect([refused.status, refused.body.error]).toMatchObject([
      400,
      { code: "own-things", field: "query", message: "used:, is:favourite differs from member to member." },
    ]);
  });

  it("and folders are recalled by aliases and keys, one thing by each; of a folder that is gone they are free", async () => {
    const folderId = (
      await owner.run<{ folderId: string }>("create-folder", { parentId: null, name: fresh("Recalled") })
    ).body.result.folderId;
    const rows = async (entity: "alias" | "keyBinding") =>
      (await owner.rows())[entity].filter((row) => row.folderId === folderId);
    const named = await owner.run("set-alias", { folderId, text: "rcl" });
    expect(named.body.change?.summary).toMatch(/^“rcl” now recalls “Recalled/);
    await owner.run("bind-key", { folderId, key: "8" });
    expect(await rows("alias")).toMatchObject([{ text: "rcl", cardId: null, searchId: null }]);
    expect(await rows("keyBinding")).toMatchObject([{ key: "8", cardId: null, searchId: null }]);
    const searchId = await made(owner, "keep-search", { name: fresh("Other"), query: "a" });
    expect((await owner.run("set-alias", { searchId, text: "RCL" })).body.error).toMatchObject({
      code: "alias-taken",
      field: "text",
    });
    expect((await owner.run("set-alias", { searchId, folderId, text: "both" })).status).toBe(400);
    expect((await owner.run("set-alias", { folderId: searchId, text: "none" })).status).toBe(404);
    await owner.run("remove-folder", { folderId });
    expect((await owner.run("set-alias", { searchId, text: "rcl" })).status).toBe(200);
    expect(await rows("alias")).toEqual([]);
    // Taken back, the alias recalls the folder again, as soon as that is there.
    await owner.takeBack("undo");
    expect(await rows("alias")).toHaveLength(1);
  });

  it("hold the cards that were put first by hand, until others are", async () => {
    const name = fresh("By hand");
    const searchId = await made(owner, "keep-search", { name, query: "a" });
    const placed = async () => (await owner.rows()).savedSearch.find(({ id }) => id === searchId)!.placed;
    expect(await placed()).toEqual([]);
    const [a, b] = [newId(), newId()];
    const put = (ids: string[]) => owner.run("keep-search", { searchId, name, query: "a", placed: ids });
    expect((await put([b, a])).body.change?.summary).toBe(`put the cards of “${name}” in order`);
    expect(await placed()).toEqual([b, a]);
    // Another query leaves the order as it is.
    await owner.run("keep-search", { searchId, name, query: "b" });
    expect(await placed()).toEqual([b, a]);
    expect((await put([a, a])).status).toBe(400);
    expect((await put(Array.from({ length: 501 }, () => newId()))).body.error?.message).toMatch(
      /At most 500 cards/,
    );
    await owner.takeBack("undo");
    await owner.takeBack("undo");
    expect(await placed()).toEqual([]);
  });

  it("have names that tell them apart, and a version that was seen", async () => {
    const name = fresh("Twice");
    const searchId = await made(owner, "keep-search", { name, query: "a" });
    expect(
      (await owner.run("keep-search", { name: name.toUpperCase(), query: "b" })).body.error,
    ).toMatchObject({
      code: "same-name",
      field: "name",
    });
    // The team's may have the same: it stands elsewhere.
    expect((await owner.run("keep-team-search", { name, query: "b" })).status).toBe(200);
    expect((await owner.run("keep-search", { searchId, name, query: "c", seen: 1 })).status).toBe(200);
    expect((await owner.run("keep-search", { searchId, name, query: "d", seen: 1 })).body.error!.code).toBe(
      "stale",
    );
    expect((await owner.run("keep-search", { name: fresh("Empty"), query: "" })).body.error!.code).toBe(
      "bad-input",
    );
    expect(
      (await owner.run("keep-search", { name: fresh("Sorted"), query: "a", sort: "colour" })).status,
    ).toBe(400);
  });

  it("are as many as can be counted at every change", async () => {
    const other = await join(owner.libraryId, "editor");
    const row = (i: number) => ({
      id: newId(),
      libraryId: owner.libraryId,
      ownerId: other.id,
      name: `Many ${i}`,
      query: "a",
      sort: "name" as const,
      position: `a${i}`,
    });
    await database()
      .insert(savedSearch)
      .values(Array.from({ length: 199 }, (_, i) => row(i)));
    const searchId = await made(other, "keep-search", { name: "The last", query: "a" });
    const refused = await other.run("keep-search", { name: "One more", query: "a" });
    expect([refused.status, refused.body.error!.code]).toEqual([409, "too-many"]);
    // Those that are there can still be changed, and a removed one leaves room.
    expect((await other.run("keep-search", { searchId, name: "The last", query: "b" })).status).toBe(200);
    await other.run("remove-search", { searchId });
    expect((await other.run("keep-search", { name: "One more", query: "a" })).status).toBe(200);
  });

  it("can be recalled by an alias and a key, which are free again when they are removed", async () => {
    const searchId = await made(owner, "keep-search", { name: fresh("Recalled"), query: "a" });
    const cardId = await keep();
    const text = fresh("rs").replace(" ", "");
    expect((await owner.run("set-alias", { searchId, text })).body.change!.summary).toMatch(
      /now recalls “Recalled/,
    );
    expect((await owner.run("bind-key", { searchId, key: "8" })).body.change!.summary).toMatch(
      /now opens “Recalled/,
    );
    for (const [command, input] of [
      ["set-alias", { cardId, text }],
      ["bind-key", { cardId, key: "8" }],
    ] as const)
      expect((await owner.run(command, input)).body.error!.message).toMatch(/“Recalled/);
    expect((await owner.run("set-alias", { cardId, searchId, text })).status).toBe(400);
    await owner.run("remove-search", { searchId });
    for (const [command, input] of [
      ["set-alias", { cardId, text }],
      ["bind-key", { cardId, key: "8" }],
    ] as const)
      expect((await owner.run(command, input)).status).toBe(200);
    const rows = await owner.rows();
    expect(rows.alias.find((row) => row.text === text)).toMatchObject({ cardId, searchId: null });
    expect(rows.keyBinding.find((row) => row.key === "8")).toMatchObject({ cardId, searchId: null });
  });
});

describe("what is applied", () => {
  it("is noted as a habit of who applied it, on the kind of target, as its definition says", async () => {
    const cardId = await keep();
    const other = await join(owner.libraryId, "editor");
    const habits = [];
    for (let i = 0; i < 3; i++) {
      const { body } = await owner.run<{ habits: Habit[] }>("apply-card", { sessionId, targetIds, cardId });
      habits.push(...body.result.habits);
    }
    expect(habits.map(({ kind, uses }) => [kind, uses])).toEqual([
      ["clip", 1],
      ["clip", 2],
      ["clip", 3],
    ]);
    const score = habits.reduce<number | null>((sum, { lastAt }) => withUse(sum, lastAt), null);
    expect(habits[2].score).toBeCloseTo(score!, 9);
    await other.run("apply-card", { sessionId, targetIds, cardId });
    const known = await readHabits(database(), owner.libraryId, owner.id);
    expect(known.filter((habit) => habit.cardId === cardId)).toEqual([habits[2]]);
    // Old uses count as little as they should: the sum does not run out of numbers.
    await noteUse(database(), {
      libraryId: owner.libraryId,
      memberId: owner.id,
      cardId,
      kinds: ["clip"],
      at: new Date(0),
    });
    const [after] = (await readHabits(database(), owner.libraryId, owner.id)).filter(
      (h) => h.cardId === cardId,
    );
    expect([after.uses, after.lastAt]).toEqual([4, habits[2].lastAt]);
    expect(after.score).toBeCloseTo(score!, 6);
  });
});

it("taking back is done once, however often it is asked for in one request's name", async () => {
  const [first, second] = [fresh("Once"), fresh("Once")];
  for (const name of [first, second]) await owner.run("create-folder", { parentId: null, name });
  const requestId = newId();
  const changes = [];
  for (let i = 0; i < 3; i++) changes.push((await owner.takeBack("undo", undefined, requestId)).body.change);
  expect(changes[0]).not.toBeNull();
  expect(changes).toEqual([changes[0], changes[0], changes[0]]);
  const names = (await owner.rows()).folder.map((f) => f.name);
  expect([names.includes(first), names.includes(second)]).toEqual([true, false]);
  // Another member's request of that name is a request of its own.
  const other = await join(owner.libraryId, "editor");
  expect((await other.takeBack("undo", undefined, requestId)).body.change).toBeNull();
});

it("an edit of targets is said by what it does", async () => {
  const edit = async (set: object, ids = [targetIds[0]]) =>
    (await owner.run("edit-target", { sessionId, targetIds: ids, ...set })).body.change?.summary;
  const bus = await world.group("bus");
  // What is so already is no change.
  await edit({ muted: false, soloed: false, at: 0, feedsId: null }, targetIds);
  expect([
    await edit({ name: "Gulls" }),
    await edit({ muted: true }),
    await edit({ muted: false }),
    await edit({ soloed: true }),
    await edit({ soloed: false }),
    await edit({ at: 12.5 }),
    await edit({ feedsId: bus }),
    await edit({ name: "Take 1", feedsId: null }),
  ]).toEqual([
    "renamed “Take 1” to “Gulls”",
    "muted “Gulls”",
    "unmuted “Gulls”",
    "soloed “Gulls”",
    "unsoloed “Gulls”",
    "moved “Gulls” on the timeline",
    "routed “Gulls”",
    "renamed “Gulls” to “Take 1”",
  ]);
});

it("a folder is not moved into one that is not there", async () => {
  const folderId = await folder();
  const { status, body } = await owner.run("move-folder", {
    folderId,
    parentId: "0192f0c1-2345-7abc-8def-00000000dead",
  });
  expect([status, body.error?.code]).toEqual([404, "not-found"]);
});

describe("many at once", () => {
  it("are carried out one after another without gaps, and a repeated request only once", async () => {
    const first = (await findStream(database(), { libraryId: owner.libraryId }))!.revision;
    const requestId = "0192f0c1-2345-7abc-8def-0123456789ab";
    const answers = await Promise.all([
      ...Array.from({ length: 40 }, () =>
        owner.run("create-folder", { parentId: null, name: fresh("Crowd") }),
      ),
      ...Array.from({ length: 5 }, () =>
        owner.run("create-folder", { parentId: null, name: "Once only", requestId }),
      ),
    ]);
    expect(answers.every((a) => a.status === 200)).toBe(true);
    const revisions = new Set(answers.map((a) => a.body.change!.revision));
    expect([...revisions].sort((a, b) => a - b)).toEqual(Array.from({ length: 41 }, (_, i) => first + 1 + i));
    expect((await owner.rows()).folder.filter((f) => f.name === "Once only")).toHaveLength(1);
  });
});
