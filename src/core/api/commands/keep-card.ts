import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { targetKinds, type TargetKind } from "@/core/media";
import { chain as chainField, madeFor, maker, nameOf, note, path } from "../fields";
import { command } from "../command";

interface KeepCard {
  readonly name: string;
  /** Folder names separated by `/`; missing ones are made. Empty leaves the card unfiled. */
  readonly path: string;
  readonly note: string;
  /** Who made it; empty where nobody says. */
  readonly maker?: string;
  readonly madeFor?: string;
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
  input: Joi.object({
    name: nameOf("card").required(),
    path: path.required(),
    note: note.default(""),
    maker: maker.default(""),
    madeFor: madeFor.default(""),
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique()
      .default([]),
    chain: chainField.required(),
  }),
});
