import Joi from "joi";
import { targetKinds, type TargetKind } from "@/core/media";
import { id, madeFor, maker as makerField, nameOf, note as noteField, seen } from "../fields";
import { command } from "../command";

interface EditCard {
  readonly cardId: string;
  readonly name?: string;
  readonly note?: string;
  readonly maker?: string;
  readonly madeFor?: string;
  readonly fits?: TargetKind[];
  readonly seen?: number;
}

/** Changes a card's name, note, maker, format or fits. */
export const editCard = command<EditCard>()({
  name: "edit-card",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    cardId: id.required(),
    name: nameOf("card"),
    note: noteField,
    maker: makerField,
    madeFor,
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique(),
    seen,
  }).or("name", "note", "maker", "madeFor", "fits"),
});
