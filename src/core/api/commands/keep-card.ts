import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { targetKinds, type TargetKind } from "@/core/media";
import { chain as chainField, keptOn, madeFor, maker, nameOf, note, path } from "../fields";
import { command } from "../command";

interface KeepCard {
  readonly name: string;
  /** For the member alone, in no folder; else for the team. */
  readonly layer?: "team" | "private";
  /** Folder names separated by `/`; missing ones are made. Empty leaves the card unfiled. */
  readonly path: string;
  readonly note: string;
  /** Who made it; empty where nobody says. */
  readonly maker?: string;
  readonly madeFor?: string;
  /** The material that it is kept on, of which its picture is made. */
  readonly keptOn?: string | null;
  readonly fits: TargetKind[];
  readonly chain: Chain;
}

/** What comes of keeping a card. */
export interface KeptCard {
  readonly cardId: string;
  readonly contentVersion: number;
  readonly madeFolders: string[];
}

/** Keeps a chain as a new card. A card of the same name in the same folder is a conflict that names that card. */
export const keepCard = command<KeepCard, KeptCard>()({
  name: "keep-card",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    name: nameOf("card").required(),
    layer: Joi.string().valid("team", "private").default("team"),
    path: path.required().when("layer", {
      is: "private",
      then: Joi.valid("").messages({ "any.only": "A private card lies in no folder until the team has it" }),
    }),
    note: note.default(""),
    maker: maker.default(""),
    madeFor: madeFor.default(""),
    keptOn: keptOn.default(null),
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique()
      .default([]),
    chain: chainField.required(),
  }),
});
