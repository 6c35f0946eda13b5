import { addTargets as shape } from "@/core/api/commands/add-targets";
import { carryOut } from "../command";
import { generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { count, sayPiece } from "@/core/library/words";
import { media, ownKind, type Medium } from "@/core/media";
import type { Put } from "@/core/library/putting";
import type { Ledger } from "@/db/ledger";
import type { Member } from "../member";
import { cardToPut } from "../putting";
import { readMedia } from "@/db/replica";
import { notFound, Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";

/** What the member wants new material of a medium to begin with; null for nothing, or where that card is out of use. */
async function beginningOf(ledger: Ledger, { settings }: Member, medium: Medium): Promise<Put | null> {
  const cardId = settings.begins?.[ownKind(medium)];
  const card = cardId ? await ledger.read("card", cardId) : null;
  return card && !card.withdrawn && card.medium === medium ? cardToPut(ledger, card.id) : null;
}

export const addTargets = carryOut(shape, async (ledger, { sessionId, items }, member) => {
  const session = await requireSession(ledger, sessionId);
  const places = generateNKeysBetween(await lastTargetPlace(ledger, sessionId), null, items.length);
  const begins = await beginningOf(ledger, member, session.medium);
  const ids: string[] = [];
  for (const [i, { mediaId, name }] of items.entries()) {
    const material = await readMedia(ledger.db, ledger.libraryId, mediaId);
    if (!material) throw notFound("material");
    if (material.facts.kind !== session.medium)
      throw new Refusal(
        409,
        "other-medium",
        `“${name}” is ${sayPiece(material.facts.kind)}; the session “${session.name}” is for ${media[session.medium].plural}.`,
        { hint: "Begin a session for it." },
      );
    const target = await ledger.insert("target", {
      id: newId(),
      sessionId,
      kind: ownKind(session.medium),
      name,
      mediaId,
      part: null,
      origin: null,
      position: places[i],
      feedsId: null,
      at: 0,
      muted: false,
      soloed: false,
      sends: [],
      chain: begins?.chain ?? emptyChain(session.medium),
      strength: 100,
      ...(begins?.pin ?? { cardId: null, cardVersion: null }),
    });
    ids.push(target.id);
  }
  const what = items.length === 1 ? `“${items[0].name}”` : count(items.length, ownKind(session.medium));
  return {
    summary: `brought in ${what}${begins ? `, with ${begins.said}` : ""}`,
    result: { targetIds: ids },
  };
});
