import { writeCardFile } from "@/core/formats/card/write";
import { database } from "@/db/connection";
import { noteMedia } from "@/db/media";
import { renderingOf, type Clip } from "@/core/library/in-place";
import { highPass, join, newLibrary, type Person } from "./world";

let names = 0;
/** A name that was not used before. */
export const fresh = (what: string) => `${what} ${++names}`;

const [mediaId, longId] = ["ab".repeat(32), "cd".repeat(32)];

/** A timeline of one clip of sound, a second of it. */
const oneClip = {
  OTIO_SCHEMA: "Timeline.1",
  name: "One",
  tracks: {
    OTIO_SCHEMA: "Stack.1",
    children: [
      {
        OTIO_SCHEMA: "Track.1",
        kind: "Audio",
        children: [
          {
            OTIO_SCHEMA: "Clip.1",
            name: "Call",
            source_range: { start_time: { value: 0, rate: 25 }, duration: { value: 25, rate: 25 } },
            media_reference: { OTIO_SCHEMA: "ExternalReference.1", target_url: "long.wav" },
          },
        ],
      },
    ],
  },
};

/** Commands without a scenario: what only notes a fact, and what nobody can take back for themselves. */
export const apart = ["pin-card", "prove-card", "leave-library", "erase-cards"];

/** A library of its own with an owner, what tests make in it, and for each command an input that does something. */
export async function makeScenarios() {
  const { libraryId, sessionId, targetIds } = await newLibrary();
  const owner: Person = await join(libraryId, "owner");
  await noteMedia(database(), {
    libraryId,
    id: mediaId,
    name: "tone.wav",
    bytes: 1,
    facts: { kind: "audio", sampleRate: 48_000, channels: 1, frames: 1, peaks: [] },
  });

  await noteMedia(database(), {
    libraryId,
    id: longId,
    name: "long.wav",
    bytes: 1,
    facts: { kind: "audio", sampleRate: 48_000, channels: 1, frames: 96_000, peaks: [0, 0] },
  });

  const keep = async (path = "", name = fresh("Card")) =>
    (await owner.run<{ cardId: string }>("keep-card", { name, path, chain: highPass() })).body.result.cardId;
  const folder = async (parentId: string | null = null, name = fresh("Folder")) =>
    (await owner.run<{ folderId: string }>("create-folder", { parentId, name })).body.result.folderId;

  const keepOwn = async (name = fresh("Own")) =>
    (
      await owner.run<{ cardId: string }>("keep-card", {
        name,
        path: "",
        layer: "private",
        chain: highPass(),
      })
    ).body.result.cardId;
  const offer = async () =>
    (await owner.run<{ proposalId: string }>("offer-card", { ownCardId: await keepOwn() })).body.result
      .proposalId;

  const session = async () =>
    (await owner.run<{ sessionId: string }>("create-session", { name: fresh("Session") })).body.result
      .sessionId;
  const group = async (kind: string) =>
    (await owner.run<{ targetId: string }>("add-group", { sessionId, kind, name: fresh(kind) })).body.result
      .targetId;
  const clip = async () =>
    (
      await owner.run<{ targetIds: string[] }>("add-targets", {
        sessionId,
        items: [{ mediaId, name: fresh("Clip") }],
      })
    ).body.result.targetIds[0];
  const longClip = async () =>
    (
      await owner.run<{ targetIds: string[] }>("add-targets", {
        sessionId,
        items: [{ mediaId: longId, name: fresh("Long") }],
      })
    ).body.result.targetIds[0];
  /** What puts something in the place of a clip that has a chain. */
  const rendered = async () => {
    const targetId = await clip();
    await owner.run("set-chain", { sessionId, targetId, chain: highPass(++names) });
    const { target } = await owner.rows(sessionId);
    const row = target.find(({ id }) => id === targetId) as unknown as Clip;
    return { sessionId, targetIds: [targetId], rendered: [{ of: renderingOf(row), mediaId: longId }] };
  };
  const memberId = async () => {
    const { id } = await join(libraryId, "editor");
    return (await owner.rows()).member.find((m) => m.userId === id)!.id as string;
  };

  // Preparations are made first; what is returned is the input of the command under test.
  const search = async (command: "keep-search" | "keep-team-search") =>
    (await owner.run<{ searchId: string }>(command, { name: fresh("Search"), query: "room" })).body.result
      .searchId;
  const routine = async () =>
    (
      await owner.run<{ routineId: string }>("keep-routine", {
        name: fresh("Routine"),
        steps: [{ kind: "returns", parts: [{ of: { name: "Low", chain: highPass(++names) }, level: -3 }] }],
      })
    ).body.result.routineId;
  const tag = async (parentId: string | null = null, name = fresh("tag")) =>
    (await owner.run<{ tagId: string }>("create-tag", { parentId, name })).body.result.tagId;
  /** A card with some tags. */
  const tagged = async (...tagIds: string[]) => {
    const cardId = await keep();
    for (const tagId of tagIds) await owner.run("tag-cards", { cardIds: [cardId], tagId, on: true });
    return cardId;
  };
  const list = async (command: "keep-list" | "keep-team-list") =>
    (await owner.run<{ listId: string }>(command, { name: fresh("List"), mark: "" })).body.result.listId;
  const placed = async (keeps: "keep-list" | "keep-team-list", marks: "mark-cards" | "mark-team-cards") => {
    const [listId, cardIds] = [await list(keeps), [await keep(), await keep(), await keep()]];
    await owner.run(marks, { listId, cardIds, on: true });
    return { listId, cardId: cardIds[2], beforeId: cardIds[0] };
  };
  const inputs: Record<string, () => Promise<object>> = {
    "create-folder": async () => ({ parentId: await folder(), name: "Inside" }),
    "edit-folder": async () => ({
      folderId: await folder(),
      name: fresh("Renamed"),
      sign: "rain",
      fits: ["clip", "bus"],
    }),
    "merge-folders": async () => {
      const [one, other] = [await folder(null, fresh("One")), await folder(null, fresh("Other"))];
      for (const parent of [one, other]) await folder(parent, "Common");
      await folder(one, "Alone");
      const rows = await owner.rows();
      const names = [one, other].map((id) => rows.folder.find((f) => f.id === id)!.name as string);
      await keep(`${names[0]} / Common`);
      const both = await keep(names[0]);
      await owner.run("file-cards", { cardIds: [both], folderId: other, on: true });
      return { folderId: one, intoId: other };
    },
    "create-tag": async () => ({ parentId: await tag(), name: "Inside" }),
    "rename-tag": async () => ({ tagId: await tag(), name: fresh("Retold") }),
    "move-tag": async () => {
      // A card that has both has only the lower one, once that lies in the other.
      const [one, other] = [await tag(), await tag()];
      await tagged(one, other);
      return { tagId: one, parentId: other };
    },
    "remove-tag": async () => {
      const parent = await tag();
      const middle = await tag(parent);
      await tag(middle);
      await tagged(middle);
      return { tagId: middle };
    },
    "merge-tags": async () => {
      const [one, other] = [await tag(), await tag()];
      for (const parent of [one, other]) await tag(parent, "common");
      await tagged(await tag(one), other);
      await tagged(one);
      return { tagId: one, intoId: other };
    },
    "tag-cards": async () => ({
      cardIds: [await keep(), await keep()],
      path: `${fresh("made")} / below`,
      on: true,
    }),
    "file-cards": async () => ({
      cardIds: [await keep(), await keep("Elsewhere")],
      path: `${fresh("Further")} / Deep`,
      on: true,
    }),
    "keep-list": async () => ({ name: fresh("List"), mark: "" }),
    "keep-team-list": async () => ({
      listId: await list("keep-team-list"),
      name: fresh("Relisted"),
      mark: "é",
    }),
    "remove-list": async () => ({ listId: await list("keep-list") }),
    "remove-team-list": async () => ({ listId: await list("keep-team-list") }),
    "mark-cards": async () => ({
      listId: await list("keep-list"),
      cardIds: [await keep(), await keep()],
      on: true,
    }),
    "mark-team-cards": async () => ({
      listId: await list("keep-team-list"),
      cardIds: [await keep()],
      on: true,
    }),
    "place-marked": async () => placed("keep-list", "mark-cards"),
    "place-team-marked": async () => placed("keep-team-list", "mark-team-cards"),
    "rate-cards": async () => {
      const cardIds = [await keep(), await keep()];
      await owner.run("rate-cards", { cardIds: cardIds.slice(1), stars: 2 });
      return { cardIds, stars: 4 };
    },
    "offer-card": async () => ({ ownCardId: await keepOwn(), path: "Offered / Here" }),
    "answer-proposal": async () => ({ proposalId: await offer(), accept: true, path: fresh("Taken in") }),
    "drop-proposal": async () => ({ proposalId: await offer() }),
    "copy-marks": async () => {
      const from = await tagged(await tag(), await tag());
      await owner.run("edit-card", { cardId: from, note: "To be read" });
      return { cardId: from, onto: [await keep(), await keep()], tags: true, note: true };
    },
    "rename-cards": async () => ({
      names: [
        { cardId: await keep(), name: fresh("Given") },
        { cardId: await keep(), name: fresh("Given") },
      ],
    }),
    tidy: async () => {
      const [into, other] = [await folder(), await folder()];
      const cardIds = [await keep(), await keep()];
      return {
        steps: [
          { command: "move-cards", input: { cardIds, folderId: other } },
          { command: "merge-folders", input: { folderId: other, intoId: into } },
          { command: "withdraw-cards", input: { cardIds: cardIds.slice(1), withdrawn: true } },
        ],
      };
    },
    "tidy-own": async () => ({
      steps: [
        { command: "set-alias", input: { cardId: await keep(), text: fresh("ty").replace(" ", "") } },
        { command: "hide", input: { cardIds: [await keep()], on: true } },
      ],
    }),
    hide: async () => ({ cardIds: [await keep(), await keep()], on: true }),
    "move-folder": async () => ({ folderId: await folder(), parentId: await folder() }),
    "remove-folder": async () => {
      const parent = await folder();
      const removed = await folder(parent, "Middle");
      await folder(removed, "Low");
      await folder(parent, "Low");
      const rows = await owner.rows();
      const path = `${rows.folder.find((f) => f.id === parent)!.name} / Middle`;
      await keep(path);
      await keep(path);
      return { folderId: removed };
    },
    "keep-card": async () => ({ name: fresh("Kept"), path: `${fresh("New")} / Rooms`, chain: highPass() }),
    "revise-card": async () => ({ cardId: await keep(), chain: highPass(120) }),
    "edit-card": async () => ({
      cardId: await keep(),
      name: fresh("Edited"),
      note: "When it blows.",
      fits: ["bus"],
    }),
    "copy-cards": async () => ({ cardIds: [await keep(), await keep("Copied from")] }),
    "move-cards": async () => ({
      cardIds: [await keep(), await keep()],
      path: `${fresh("Elsewhere")} / Deep`,
    }),
    "withdraw-cards": async () => ({ cardIds: [await keep(), await keep()], withdrawn: true }),
    "join-variants": async () => ({ cardIds: [await keep(), await keep()] }),
    "part-variants": async () => {
      const cardIds = [await keep(), await keep(), await keep()];
      await owner.run("join-variants", { cardIds });
      return { cardIds: cardIds.slice(0, 2) };
    },
    "set-default": async () => ({ cardId: await keep(), on: true }),
    "set-alias": async () => ({ cardId: await keep(), text: fresh("al").replace(" ", "") }),
    "remove-alias": async () => {
      await owner.run("set-alias", { cardId: await keep(), text: fresh("rm").replace(" ", "") });
      return { aliasId: (await owner.rows()).alias.at(-1)!.id };
    },
    "set-keys": async () => ({
      keys: [
        { key: "Num7", cardId: await keep() },
        { key: "PadB3", routineId: await routine(), medium: "image" },
      ],
    }),
    "bind-key": async () => ({ key: "7", cardId: await keep(), takeOver: true }),
    "keep-search": async () => ({ name: fresh("Search"), query: "room is:unused" }),
    "remove-search": async () => ({
      searchId: await search("keep-search"),
    }),
    "keep-team-search": async () => ({
      searchId: await search("keep-team-search"),
      name: fresh("Found"),
      query: "room -in:Old",
      sort: "added",
    }),
    "remove-team-search": async () => ({ searchId: await search("keep-team-search") }),
    "apply-card": async () => ({ sessionId, targetIds, cardId: await keep(), strength: 80 }),
    "apply-draft": async () => ({
      sessionId,
      targetIds,
      parts: [{ cardId: await keep() }, { name: "Hum", chain: highPass(++names) }],
      how: "return",
      strength: 50,
    }),
    "apply-picks": async () => ({
      sessionId,
      picks: [
        { cardId: await keep(), targetIds: targetIds.slice(0, 1) },
        { cardId: await keep(), targetIds: targetIds.slice(1) },
      ],
    }),
    "carry-over": async () => {
      await owner.run("set-chain", { sessionId, targetId: targetIds[0], chain: highPass(++names) });
      return { sessionId, fromId: targetIds[0], targetIds: targetIds.slice(1) };
    },
    "keep-routine": async () => ({ name: fresh("Routine"), steps: [{ kind: "strength", strength: 40 }] }),
    "remove-routine": async () => ({ routineId: await routine() }),
    "set-chains": async () => ({
      sessionId,
      chains: [
        { targetId: await clip(), chain: highPass(++names) },
        { targetId: await clip(), chain: highPass(++names) },
      ],
    }),
    "cut-targets": async () => ({ sessionId, targetIds: [await longClip()], range: { start: 0.5, end: 1 } }),
    "render-in-place": async () => rendered(),
    "bring-back": async () => {
      const { targetIds: ids, ...rest } = await rendered();
      await owner.run("render-in-place", { ...rest, targetIds: ids });
      return { sessionId, targetIds: ids };
    },
    "run-routine": async () => ({ sessionId, targetIds, routineId: await routine() }),
    "set-chain": async () => ({ sessionId, targetId: targetIds[0], chain: highPass(++names), strength: 55 }),
    "import-card": async () => ({
      file: writeCardFile({
        name: fresh("Imported"),
        note: "",
        fits: [],
        folder: [fresh("From"), "Afar"],
        chain: highPass(95),
      }),
    }),
    "update-pins": async () => {
      const cardId = await keep();
      await owner.run("apply-card", { sessionId, targetIds, cardId });
      await owner.run("revise-card", { cardId, chain: highPass(200 + ++names) });
      return { sessionId, cardId };
    },
    "create-session": async () => ({ name: fresh("Session") }),
    "edit-session": async () => ({ id: await session(), name: fresh("Renamed") }),
    "lay-timeline": async () => ({
      name: fresh("Laid"),
      timeline: oneClip,
      media: [{ clip: 0, mediaId: longId }],
    }),
    "complete-timeline": async () => ({
      sessionId: (
        await owner.run<{ sessionId: string }>("lay-timeline", {
          name: fresh("Laid"),
          timeline: oneClip,
          media: [],
        })
      ).body.result.sessionId,
      media: [{ clip: 0, mediaId: longId }],
    }),
    "duplicate-session": async () => ({ id: sessionId, name: fresh("Again") }),
    "remove-session": async () => ({ id: await session() }),
    "add-targets": async () => ({ sessionId, items: [{ mediaId, name: fresh("Clip") }] }),
    "add-group": async () => ({ sessionId, kind: "bus", name: fresh("Bus") }),
    "edit-target": async () => ({ sessionId, targetIds, muted: ++names % 2 === 0, at: names }),
    "move-targets": async () => ({ sessionId, targetIds: [await clip()], before: targetIds[0] }),
    "remove-targets": async () => {
      const [bus, back] = [await group("bus"), await group("return")];
      await owner.run("edit-target", {
        sessionId,
        targetIds: [await clip()],
        feedsId: bus,
        sends: [{ to: back, level: -6 }],
      });
      return { sessionId, targetIds: [bus, back] };
    },
    "change-role": async () => ({ memberId: await memberId(), role: "viewer" }),
    "remove-member": async () => ({ memberId: await memberId() }),
  };
  return {
    owner,
    libraryId,
    sessionId,
    targetIds,
    mediaId,
    keep,
    folder,
    tag,
    tagged,
    list,
    session,
    group,
    clip,
    inputs,
  };
}
