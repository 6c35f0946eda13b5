import { generateNKeysBetween } from "fractional-indexing";
import Joi from "joi";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { count, sayPiece } from "@/core/library/words";
import { media, ownKind } from "@/core/media";
import { readMedia } from "@/db/replica";
import { defineCommand } from "../command";
import { name as nameField, storedName } from "../fields";
import { notFound, Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";

interface AddTargets {
  readonly sessionId: string;
  readonly items: { readonly mediaId: string; readonly name: string }[];
}

/** Puts material that was brought in into a session: sounds as clips, pictures as photos. */
export const addTargets = defineCommand<AddTargets>()({
  name: "add-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({
    items: Joi.array()
      .items(Joi.object({ mediaId: Joi.string().hex().length(64).required(), name: nameField.required() }))
      .min(1)
      .max(500)
      .required(),
  }),
  async run(ledger, { sessionId, items }) {
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
        name: storedName(name, "target"),
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
  },
});
