import Joi from "joi";
import { targetKinds, type TargetKind } from "@/core/media";
import { defineCommand } from "../command";
import { id, name as nameField, note as noteField, seen, storedName } from "../fields";
import { requireEditableCard } from "../rows";

interface EditCard {
  readonly cardId: string;
  readonly name?: string;
  readonly note?: string;
  readonly fits?: TargetKind[];
  readonly seen?: number;
}

/** Changes a card's name, note or fits. */
export const editCard = defineCommand<EditCard>()({
  name: "edit-card",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardId: id.required(),
    name: nameField,
    note: noteField,
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique(),
    seen,
  }).or("name", "note", "fits"),
  async run(ledger, { cardId, name, note, fits, seen }) {
    const before = await requireEditableCard(ledger, cardId, seen);
    const clean = name === undefined ? undefined : storedName(name, "card");
    await ledger.update("card", cardId, {
      ...(clean !== undefined && { name: clean }),
      ...(note !== undefined && { note: note.trim() }),
      ...(fits !== undefined && { fits }),
    });
    const renamed = clean !== undefined && clean !== before.name;
    return { summary: renamed ? `renamed “${before.name}” to “${clean}”` : `changed “${before.name}”` };
  },
});
