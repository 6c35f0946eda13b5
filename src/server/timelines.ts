import { v7 as newId } from "uuid";
import type { LaidMedia } from "@/core/api/fields";
import type { Target, Timeline } from "@/core/library/entities";
import { cardsIn } from "@/core/library/timeline/applied";
import { layClips, type LayWorld, type Material } from "@/core/library/timeline/lay";
import type { LaidTrack } from "@/core/library/timeline/items";
import type { Executor } from "@/db/connection";
import type { Ledger } from "@/db/ledger";
import { listMedia, readTimelineOf } from "@/db/replica";
import { isId } from "./ids";
import { fitting } from "./putting";
import { notFound, stale } from "./refusal";
import { storedChain } from "./stored-chain";

/** Some files of a library, and the sounds of those that are films. */
export async function materialsOf(
  db: Executor,
  libraryId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Material>> {
  const found = await listMedia(db, libraryId, [...new Set(ids)]);
  const sounds = found.flatMap(({ facts }) => (facts.kind === "video" ? (facts.sound ?? []) : []));
  return new Map([...found, ...(await listMedia(db, libraryId, sounds))].map((one) => [one.id, one]));
}

/** The cards of the team that a timeline's effects name, in the versions that there are, as `id version`. */
async function cardsNamed(ledger: Ledger, tracks: readonly LaidTrack[]): Promise<ReadonlySet<string>> {
  const ids = tracks.flatMap(({ json, items }) => [
    ...cardsIn(json.effects),
    ...items.flatMap((item) => cardsIn(item.json.effects)),
  ]);
  const cards = await ledger.readAll("card", [...new Set(ids)].filter(isId));
  const known = new Set<string>();
  for (const { id, ownerId, contentVersion } of cards.values())
    if (ownerId === null)
      for (let version = 1; version <= contentVersion; version++) known.add(`${id} ${version}`);
  return known;
}

/** Lays clips of a timeline whose files were found into a session. */
export async function layFound(
  ledger: Ledger,
  tracks: readonly LaidTrack[],
  session: { readonly sessionId: string; readonly targets: readonly Target[] },
  media: readonly LaidMedia[],
) {
  const there = session.targets.flatMap(({ mediaId }) => mediaId ?? []);
  const files = await materialsOf(ledger.db, ledger.libraryId, [
    ...media.map(({ mediaId }) => mediaId),
    ...there,
  ]);
  const cards = await cardsNamed(ledger, tracks);
  const world: LayWorld = {
    newId,
    material: (id) => files.get(id),
    hasCard: (id, version) => cards.has(`${id} ${version}`),
  };
  const found = new Map(media.map(({ clip, mediaId }) => [clip, mediaId]));
  const laid = fitting(() => layClips(tracks, session, found, world));
  const old = new Set(session.targets.map(({ id }) => id));
  return {
    ...laid,
    targets: laid.targets.map((target) =>
      old.has(target.id) ? target : { ...target, chain: storedChain(target.chain) },
    ),
  };
}

/** The timeline that a session began with. Refuses where there is none, or where it has changed since it was seen. */
export async function requireTimeline(ledger: Ledger, sessionId: string, seen?: number): Promise<Timeline> {
  const timeline = await readTimelineOf(ledger.db, ledger.libraryId, sessionId);
  if (!timeline) throw notFound("timeline");
  if (seen !== undefined && timeline.version !== seen)
    throw stale("timeline", seen, { id: timeline.id, version: timeline.version });
  return timeline;
}
