import Joi from "joi";
import { targetKinds, type TargetKind } from "@/core/media";
import { id, nameOf, note as noteField, seen } from "../fields";
import { command } from "../command";

interface EditCard {
  readonly cardId: string;
  readonly name?: string;
  readonly note?: string;
  readonly fits?: TargetKind[];
  readonly seen?: number;
}

/** Changes a card's name, note or fits. */
export const editCard = command<EditCard>()({
  name: "edit-card",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardId: id.required(),
    name: nameOf("card"),
    note: noteField,
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique(),
    seen,
  }).or("name", "note", "fits"),
});
