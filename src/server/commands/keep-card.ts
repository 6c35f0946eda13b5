import Joi from "joi";
import { v7 as newId } from "uuid";
import { chainNoun } from "@/core/chain/describe";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { targetKinds, type TargetKind } from "@/core/media";
import { parsePath } from "@/core/text/names";
import { fold } from "@/core/text/fold";
import { cardsIn } from "@/db/folders";
import { defineCommand } from "../command";
import { chain as chainField, name, note, path, storedChain, storedName } from "../fields";
import { ensurePath } from "../folders";
import { Refusal } from "../refusal";

interface KeepCard {
  readonly name: string;
  /** Folder names separated by `/`; missing ones are made. Empty leaves the card unfiled. */
  readonly path: string;
  readonly note: string;
  readonly fits: TargetKind[];
  readonly chain: Chain;
}

/** Keeps a chain as a new card. A card of the same name in the same folder is a conflict that names that card. */
export const keepCard = defineCommand<KeepCard>()({
  name: "keep-card",
  right: "keep",
  stream: "library",
  input: Joi.object({
    name: name.required(),
    path: path.required(),
    note: note.default(""),
    fits: Joi.array()
      .items(Joi.string().valid(...targetKinds))
      .unique()
      .default([]),
    chain: chainField.required(),
  }),
  async run(ledger, { name, path, note, fits, chain }, member) {
    const clean = storedName(name, "card");
    if (chain.settings.length === 0)
      throw new Refusal(400, "empty-chain", "There is nothing to keep: the chain is empty.", {
        field: "chain",
        hint: "Add an effect first.",
      });
    const stored = storedChain(chain);
    const { folderId, made } = await ensurePath(ledger, parsePath(path));
    const twin = (await cardsIn(ledger.db, ledger.libraryId, folderId)).find(
      (c) => !c.withdrawn && fold(c.name) === fold(clean),
    );
    if (twin)
      throw new Refusal(409, "same-name", `There is a card “${twin.name}” in this folder already.`, {
        field: "name",
        hint: "Choose another name or folder, or keep this as a new version of that card.",
        cardId: twin.id,
        seen: twin.version,
        supplied: twin.layer === "supplied",
      });
    const card = await ledger.insert("card", {
      id: newId(),
      layer: "team",
      name: clean,
      medium: stored.medium,
      fits,
      folderId,
      note: note.trim(),
      contentVersion: 1,
      fingerprint: fingerprint(chainText(stored)),
      chain: stored,
      authorId: member.userId,
      addedAt: new Date().toISOString(),
      withdrawn: false,
      proof: null,
    });
    return {
      summary: `kept ${chainNoun(stored.settings.length)} “${clean}”`,
      result: { cardId: card.id, contentVersion: 1, madeFolders: made },
    };
  },
});
