import { stringifyExact } from "@/core/formats/exact-numbers";
import { timelineExtension } from "@/core/formats/timeline/model";
import type { Json } from "@/core/chain/model";
import { canonicalJson } from "@/core/chain/fingerprint";
import { openName } from "@/core/library/words";
import { byPosition } from "@/core/library/order";
import { gatherTimeline } from "@/core/library/timeline/gather";
import { atOneMoment } from "@/db/connection";
import { readSome } from "@/db/entities";
import { filmsOf } from "@/db/media";
import { readSession, readTargets, readTimelineOf } from "@/db/replica";
import { attachment } from "../attachment";
import { isId } from "../ids";
import type { Member } from "../member";
import { noSession } from "../refusal";
import { materialsOf } from "../timelines";

/** A bench session as a timeline's file. */
export async function sessionTimeline({ libraryId }: Member, sessionId: string): Promise<Response> {
  if (!isId(sessionId)) throw noSession();
  return atOneMoment(async (tx) => {
    const session = await readSession(tx, libraryId, sessionId);
    if (!session || session.removed) throw noSession();
    const targets = (await readTargets(tx, libraryId, sessionId)).sort(byPosition);
    const used = targets.flatMap(({ mediaId }) => mediaId ?? []);
    const files = await materialsOf(tx, libraryId, used);
    const films = await filmsOf(tx, libraryId, used);
    const cards = await readSome(
      tx,
      "card",
      libraryId,
      targets.flatMap(({ cardId }) => cardId ?? []),
    );
    const json = gatherTimeline(
      { name: session.name, targets, timeline: await readTimelineOf(tx, libraryId, sessionId) },
      {
        material: (id) => files.get(id),
        filmOf: (id) => films.find(({ facts }) => facts.kind === "video" && facts.sound === id),
        cardName: (id) => {
          const card = cards.get(id);
          if (!card) return null;
          return card.layer === "private" ? openName(card) : card.name;
        },
      },
    );
    return new Response(stringifyExact(JSON.parse(canonicalJson(json as Json)) as Json, 2), {
      headers: attachment(`${session.name}${timelineExtension}`, "application/json"),
    });
  });
}
