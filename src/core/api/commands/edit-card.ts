import Joi from "joi";
import { targetKinds, type TargetKind } from "@/core/media";
import { id, maker as makerField, nameOf, note as noteField, seen } from "../fields";
import { command } from "../command";

interface EditCard {
  readonly cardId: string;
  readonly name?: string;
  readonly note?: string;
  readonly maker?: string;
  readonly fits?: TargetKind[];
  readonly seen?: number;
}

/** Changes a card's name, note, maker or fits. */
export const editCard = command<EditCard>()({
  name: "edit-card",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardId: id.required(),
    name: nameOf("card"),
    note: noteField,
    maker: makerField,
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique(),
    seen,
  }).or("name", "note", "maker", "fits"),
});
