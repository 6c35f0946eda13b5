import { addTargets as shape } from "@/core/api/commands/add-targets";
import { carryOut } from "../command";
import { generateKeyBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { chainOn } from "@/core/chain/medium";
import { emptyChain } from "@/core/chain/model";
import { countTargets, sayPiece } from "@/core/library/words";
import { goesOn, ownKind, workingMedia, type Medium } from "@/core/media";
import { bareTarget, type Target } from "@/core/library/entities";
import type { Put } from "@/core/library/putting";
import type { Ledger } from "@/db/ledger";
import type { Member } from "../member";
import { cardToPut } from "../putting";
import { byPosition } from "@/core/library/order";
import { readMedia, readTargets } from "@/db/replica";
import { notFound, Refusal } from "../refusal";
import { requireSession } from "../sessions";

/** What the member wants new material of a medium to begin with; null for nothing, or where that card is out of use. */
async function beginningOf(ledger: Ledger, { settings }: Member, medium: Medium): Promise<Put | null> {
  const cardId = settings.begins?.[ownKind(medium)];
  const card = cardId ? await ledger.read("card", cardId) : null;
  return card && !card.withdrawn && goesOn(card.medium, medium) ? cardToPut(ledger, card.id) : null;
}

export const addTargets = carryOut(shape, async (ledger, { sessionId, items }, member) => {
  await requireSession(ledger, sessionId);
  /** The session's targets, with each made one put in at its place. */
  const laid = (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition);
  const begins = new Map<Medium, Put | null>();
  const made: Target[] = [];
  for (const { mediaId, name, beforeId } of items) {
    const material = await readMedia(ledger.db, ledger.libraryId, mediaId);
    if (!material) throw notFound("material");
    const medium = workingMedia.find((one) => one === material.facts.kind);
    if (!medium)
      throw new Refusal(
        409,
        "no-material",
        `“${name}” is ${sayPiece(material.facts.kind)}, which no card is put on.`,
        {
          hint: "Choose it where an effect asks for a file.",
        },
      );
    if (!begins.has(medium)) begins.set(medium, await beginningOf(ledger, member, medium));
    const begin = begins.get(medium);
    const found = beforeId === undefined ? -1 : laid.findIndex(({ id }) => id === beforeId);
    const at = found === -1 ? laid.length : found;
    const target = await ledger.insert("target", {
      ...bareTarget,
      id: newId(),
      sessionId,
      kind: ownKind(medium),
      name,
      mediaId,
      position: generateKeyBetween(laid[at - 1]?.position ?? null, laid[at]?.position ?? null),
      chain: begin ? chainOn(begin.chain, medium) : emptyChain(medium),
      ...begin?.pin,
    });
    made.push(target);
    laid.splice(at, 0, target);
  }
  const said = [...new Set([...begins.values()].flatMap((begin) => begin?.said ?? []))];
  return {
    summary: `brought in ${countTargets(made)}${said.length > 0 ? `, with ${said.join(" and ")}` : ""}`,
    result: { targetIds: made.map(({ id }) => id) },
  };
});
