import { earlierClipOf, soundTargetOf } from "@/core/library/clip-sound";
import { byPosition } from "@/core/library/order";
import { stat } from "node:fs/promises";
import { v7 as newId } from "uuid";
import { filesOf } from "@/core/chain/active";
import { needsEarlier } from "@/core/chain/cut";
import type { Chain } from "@/core/chain/model";
import { connections, mixLength, reaching } from "@/core/chain/mix";
import type { Target } from "@/core/library/entities";
import { mixNodes, mixRate } from "@/core/library/mixing";
import { longestRender, type FilmShape, type MaterialItem, type RenderItem } from "@/core/library/renders";
import { isClip, renderingOf, type Clip } from "@/core/library/in-place";
import type { Medium, WorkingMedium } from "@/core/media";
import { countTargets } from "@/core/library/words";
import { atOneMoment, database } from "@/db/connection";
import { Ledger } from "@/db/ledger";
import { insertRender, listRenders, readRender, stopRender, type RenderRow } from "@/db/renders";
import { listMedia, readSession, readTargets } from "@/db/replica";
import { resultFormats, type ResultFormat } from "@/core/library/renders";
import type { AskInPlace } from "@/core/api/operations/ask-in-place";
import type { AskRender } from "@/core/api/operations/ask-render";
import type { Rendering } from "@/core/api/operations/one-render";
import { attachment } from "./attachment";
import { isId } from "./ids";
import { placingOf, saidOn, toRender } from "./in-place";
import { fitting } from "./putting";
import { queueRender } from "./jobs/queue";
import { diskRoom, noDisk } from "./room";
import { resultPath } from "./jobs/render-store";
import { type Member } from "./member";
import { noSession, notFound, Refusal } from "./refusal";
import { sentFile } from "./sent-file";

const mostShown = 50;

const publicRender = ({
  id,
  name,
  format,
  items,
  state,
  progress,
  problem,
  notes,
  fileName: file,
  bytes,
  aftermath,
  outcome,
  askedAt,
  endedAt,
}: RenderRow): Rendering => ({
  id,
  name,
  format,
  count: items.length,
  state,
  progress,
  problem,
  notes,
  fileName: file,
  bytes,
  inPlace: aftermath !== null,
  said: outcome?.said ?? null,
  selected: outcome?.selected ?? null,
  askedAt: askedAt.toISOString(),
  endedAt: endedAt?.toISOString() ?? null,
});

/** Asks for targets to be rendered as they are now. A `requestId` used before is answered with what came of it. */
export async function askRender(
  member: Member,
  { sessionId, targetIds, format, side, rate, requestId = newId() }: AskRender,
): Promise<{ render: Rendering }> {
  const db = database();
  const session = await readSession(db, member.libraryId, sessionId);
  if (!session || session.removed) throw noSession();
  const known = new Map((await readTargets(db, member.libraryId, sessionId)).map((t) => [t.id, t]));
  const targets = targetIds.map((id) => known.get(id) ?? refuseTarget());
  const { medium } = resultFormats[format];
  const shape = shapeFor(medium, { ...(side !== undefined && { side }), ...(rate && { rate }) });
  const mix = await mixOf(member.libraryId, [...known.values()]);
  const ownedBy = await filesHad(
    member.libraryId,
    [...known.values()].map(({ chain }) => chain),
  );
  const media = await listMedia(
    db,
    member.libraryId,
    targets.flatMap(({ mediaId }) => mediaId ?? []),
  );
  const facts = new Map(media.map((one) => [one.id, one.facts]));
  const inOrder = [...known.values()].sort(byPosition);
  /** The sound that a video came with, as it stands in the session: what is not heard there is not rendered either. */
  const withSound = (clip: Clip) => {
    if (clip.chain.medium !== "video") return {};
    const own = soundTargetOf(clip, inOrder, (id) => facts.get(id));
    return { sound: own && isClip(own) && !own.muted ? partOfItem(own) : null };
  };
  const items = targets.map((target): RenderItem => {
    const { id, name, chain } = target;
    if (chain.medium !== medium)
      throw new Refusal(
        409,
        "other-medium",
        `“${name}” cannot be rendered to ${resultFormats[format].label}.`,
        { field: "format", hint: "Choose a format of its own kind." },
      );
    if (isClip(target)) {
      const others = { ...withSound(target), ...withEarlier(target, inOrder) };
      return { ...itemOf(target, ownedBy, others), ...(shape && { shape }) };
    }
    const { needed } = reaching(mix.nodes, connections(mix.nodes), id);
    const nodes = mix.nodes.filter((node) => needed.has(node.id));
    const hours = mixLength(nodes) / 3600;
    if (hours * 3600 > longestRender)
      throw new Refusal(
        409,
        "too-long",
        `“${name}” lasts ${Math.round(hours).toLocaleString("en")} hours; at most ${longestRender / 3600} are rendered at once.`,
        { field: "targetIds", hint: "Move the clips that lie far behind nearer to the others." },
      );
    if (!nodes.some((node) => node.material))
      throw new Refusal(409, "no-material", `No sound reaches “${name}”.`, {
        field: "targetIds",
        hint: "Route clips to it, or take them off mute.",
      });
    return {
      name,
      root: id,
      nodes,
      media: mix.media,
      sampleRate: mix.sampleRate,
      files: ownedBy(nodes.map((node) => node.chain)),
    };
  });
  const name = targets.length === 1 ? targets[0].name : `${session.name}, ${countTargets(targets)}`;
  return begin(member, { id: requestId, name, format, items });
}

/** The size and rate that were asked for; undefined for its own. Refuses them for what is no film. */
function shapeFor(medium: Medium, shape: FilmShape): FilmShape | undefined {
  const [field] = Object.keys(shape);
  if (field === undefined) return undefined;
  if (medium !== "video")
    throw new Refusal(400, "no-film", "Only films are rendered at another size or rate.", { field });
  return shape;
}

/** Puts a rendering into the queue, once. */
async function begin(
  { libraryId, userId }: Member,
  asked: Pick<RenderRow, "id" | "name" | "format" | "items"> & Partial<Pick<RenderRow, "aftermath">>,
): Promise<{ render: Rendering }> {
  const least = asked.items.reduce((sum, item) => sum + leastBytes(item, asked.format as ResultFormat), 0);
  const room = await diskRoom();
  if (least > room) throw noDisk(least, room);
  const row = await insertRender(database(), { ...asked, libraryId, memberId: userId });
  if (row.memberId !== userId || row.libraryId !== libraryId)
    throw new Refusal(409, "request-id-taken", "This request id was used before.");
  if (row.state === "waiting") await queueRender(row.id);
  return { render: publicRender(row) };
}

/** What an item's result takes at least, in bytes, as far as that can be told before: of mixes in WAV. */
function leastBytes(item: RenderItem, format: ResultFormat): number {
  if (!("root" in item) || format === "flac") return 0;
  const bits = format === "wav-16" ? 16 : format === "wav" ? 24 : 32;
  return mixLength(item.nodes) * item.sampleRate * 2 * (bits / 8);
}

/** Tells which files that chains depend on the library has. */
async function filesHad(libraryId: string, chains: readonly Chain[]) {
  const hashesOf = (some: readonly Chain[]) => [
    ...new Set(some.flatMap((chain) => filesOf(chain).map(({ hash }) => hash))),
  ];
  const had = new Set((await listMedia(database(), libraryId, hashesOf(chains))).map(({ id }) => id));
  return (some: readonly Chain[]) => hashesOf(some).filter((hash) => had.has(hash));
}

/** What is rendered with a clip. */
const partOfItem = ({ mediaId, part, chain, strength }: Clip) => ({
  mediaId,
  ...(part && { part }),
  chain,
  strength,
});

/** The clip before, where a transition comes from its end. */
function withEarlier(
  clip: Pick<Target, "id" | "chain">,
  inOrder: readonly Target[],
): Pick<MaterialItem, "earlier"> {
  const before = needsEarlier(clip.chain) ? earlierClipOf(clip, inOrder) : null;
  if (!before) return {};
  return { earlier: partOfItem(before) };
}

/** A clip as it is rendered; `others` are rendered with it. */
const itemOf = (
  { name, mediaId, part, chain, strength }: Clip,
  ownedBy: (chains: readonly Chain[]) => string[],
  others: Pick<MaterialItem, "sound" | "earlier"> = {},
): RenderItem => ({
  name,
  mediaId,
  ...(part && { part }),
  chain,
  strength,
  ...others,
  files: ownedBy([chain, ...Object.values(others).flatMap((other) => other?.chain ?? [])]),
});

/** What targets are rendered to that stay in their session: nothing of them is lost. */
const inPlaceFormats: Readonly<Record<WorkingMedium, ResultFormat>> = {
  audio: "wav-float",
  image: "png",
  video: "mkv",
};

/**
 * Asks for targets to be rendered in place, or for a routine that does so. It is tried out first, so that what cannot be
 * done is refused before anything is rendered; the session is changed once all is rendered, as one change.
 */
export async function askInPlace(
  member: Member,
  { requestId = newId(), ...work }: AskInPlace,
): Promise<{ render: Rendering }> {
  const { libraryId, userId } = member;
  const { clips, name, inOrder } = await atOneMoment(async (tx) => {
    const session = await readSession(tx, libraryId, work.sessionId);
    if (!session || session.removed) throw noSession();
    const placing = await placingOf(new Ledger(tx, libraryId, userId, "session"), work);
    const targets = await readTargets(tx, libraryId, work.sessionId);
    return {
      clips: fitting(() => toRender(placing)),
      name: saidOn(placing),
      inOrder: [...targets].sort(byPosition),
    };
  });
  if (clips.length === 0)
    throw new Refusal(409, "nothing-to-render", "There is nothing to be rendered in place.", {
      hint: "Run the routine itself.",
    });
  const [{ medium }] = clips.map(({ chain }) => chain);
  const other = clips.find(({ chain }) => chain.medium !== medium);
  if (other)
    throw new Refusal(409, "other-medium", `“${other.name}” is of another kind than the rest.`, {
      hint: "Render one kind at a time.",
    });
  const ownedBy = await filesHad(
    libraryId,
    [...clips, ...inOrder].map(({ chain }) => chain),
  );
  const { sessionId, ...input } = work;
  return begin(member, {
    id: requestId,
    name,
    format: inPlaceFormats[medium as WorkingMedium],
    items: clips.map((clip) => itemOf(clip, ownedBy, withEarlier(clip, inOrder))),
    aftermath: {
      command: work.routineId === undefined ? "render-in-place" : "run-routine",
      input: { sessionId, ...input },
      of: clips.map(renderingOf),
    },
  });
}

/** A session's targets as the nodes of a mix, with the material of each. */
async function mixOf(libraryId: string, targets: readonly Target[]) {
  const media = Object.fromEntries(
    targets.flatMap(({ id, mediaId }) => (mediaId === null ? [] : [[id, mediaId]])),
  );
  const facts = new Map(
    (await listMedia(database(), libraryId, [...new Set(Object.values(media))])).map((m) => [m.id, m.facts]),
  );
  const factsOf = (id: string) => facts.get(id);
  return { nodes: mixNodes(targets, factsOf), media, sampleRate: mixRate(targets, factsOf) };
}

function refuseTarget(): never {
  throw notFound("target");
}

/** A rendering of the member's own. */
async function requireRender({ libraryId, userId }: Member, id: string): Promise<RenderRow> {
  const row = isId(id) ? await readRender(database(), id) : null;
  if (!row || row.libraryId !== libraryId || row.memberId !== userId) throw notFound("rendering");
  return row;
}

/** The member's latest renderings. */
export const myRenders = async ({ libraryId, userId }: Member) => ({
  renders: (await listRenders(database(), libraryId, userId, mostShown)).map(publicRender),
});

export const oneRender = async (member: Member, id: string) => ({
  render: publicRender(await requireRender(member, id)),
});

/** Stops a rendering that is not done yet. */
export async function cancelRender(member: Member, id: string) {
  await requireRender(member, id);
  await stopRender(database(), id);
  return oneRender(member, id);
}

/** The file that was rendered, to be downloaded. */
export async function renderedFile(member: Member, id: string): Promise<Response> {
  const row = await requireRender(member, id);
  const path = resultPath(id);
  const found = row.state === "done" && !row.aftermath ? await stat(path).catch(() => null) : null;
  if (!found)
    throw new Refusal(404, "no-result", "There is no result of this rendering.", {
      hint: row.aftermath
        ? "It was put into its session."
        : row.state === "done"
          ? "It was kept for a week; render it again."
          : "Wait until it is done.",
    });
  const name = row.fileName ?? "result";
  const type = row.items.length > 1 ? "application/zip" : resultFormats[row.format as ResultFormat].type;
  return new Response(sentFile(path), {
    headers: { ...attachment(name, type), "content-length": String(found.size) },
  });
}
