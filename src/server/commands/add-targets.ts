import { addTargets as shape } from "@/core/api/commands/add-targets";
import { carryOut } from "../command";
import { generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { count, sayPiece } from "@/core/library/words";
import { media, ownKind } from "@/core/media";
import { readMedia } from "@/db/replica";
import { notFound, Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";

export const addTargets = carryOut(shape, async (ledger, { sessionId, items }) => {
  const session = await requireSession(ledger, sessionId);
  const places = generateNKeysBetween(await lastTargetPlace(ledger, sessionId), null, items.length);
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
      position: places[i],
      feedsId: null,
      at: 0,
      muted: false,
      soloed: false,
      sends: [],
      chain: emptyChain(session.medium),
      strength: 100,
      cardId: null,
      cardVersion: null,
    });
    ids.push(target.id);
  }
  return {
    summary:
      items.length === 1
        ? `brought in “${items[0].name}”`
        : `brought in ${count(items.length, ownKind(session.medium))}`,
    result: { targetIds: ids },
  };
});
