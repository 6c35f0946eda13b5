import { generateKeyBetween } from "fractional-indexing";
import Joi from "joi";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { groupKinds, type GroupKind } from "@/core/media";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { name as nameField, storedName } from "../fields";
import { Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";

/** Adds a track, bus, return or output to a sound session. A session has one output at most. */
export const addGroup = defineCommand<{ sessionId: string; kind: GroupKind; name: string }>()({
  name: "add-group",
  right: "bench",
  stream: "session",
  input: Joi.object({
    kind: Joi.string()
      .valid(...groupKinds)
      .required(),
    name: nameField.required(),
  }),
  async run(ledger, { sessionId, kind, name }) {
    const session = await requireSession(ledger, sessionId);
    if (session.medium !== "audio")
      throw new Refusal(409, "other-medium", "Only sound sessions have tracks, buses and returns.");
    if (
      kind === "output" &&
      (await readTargets(ledger.db, ledger.libraryId, sessionId)).some((t) => t.kind === "output")
    )
      throw new Refusal(409, "one-output", "This session has an output already.", {
        hint: "Put the chain on that one.",
      });
    const clean = storedName(name, kind);
    const { id } = await ledger.insert("target", {
      id: newId(),
      sessionId,
      kind,
      name: clean,
      mediaId: null,
      position: generateKeyBetween(await lastTargetPlace(ledger, sessionId), null),
      feedsId: null,
      at: 0,
      muted: false,
      soloed: false,
      sends: [],
      chain: emptyChain("audio"),
      strength: 100,
      cardId: null,
      cardVersion: null,
    });
    return { summary: `added the ${kind} “${clean}”`, result: { targetId: id } };
  },
});
