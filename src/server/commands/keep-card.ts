import { narrowest } from "@/core/chain/medium";
import { keepCard as shape } from "@/core/api/commands/keep-card";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { chainNoun } from "@/core/chain/describe";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import { parsePath } from "@/core/text/names";
import { findCardNamed } from "@/db/recall";
import { storedChain } from "../stored-chain";
import { requireFolder } from "../branches";
import { refuseUnfit } from "../filing";
import { materialFor } from "../kept-on";
import { refuseTooMany } from "../own-cards";
import { Refusal } from "../refusal";

export const keepCard = carryOut(
  shape,
  async (ledger, { name, path, note, maker = "", madeFor = "", keptOn = null, fits, chain }, member) => {
    if (chain.settings.length === 0)
      throw new Refusal(400, "empty-chain", "There is nothing to keep: the chain is empty.", {
        field: "chain",
        hint: "Add an effect first.",
      });
    const stored = narrowest(storedChain(chain));
    const { row: folder, made } = await requireFolder(ledger, { names: parsePath(path) });
    const folderId = folder?.id ?? null;
    const { ownerId } = ledger;
    if (ownerId !== null) await refuseTooMany(ledger, ownerId);
    const namesake = await findCardNamed(ledger.db, ledger.libraryId, { folderId, ownerId }, name);
    if (namesake)
      throw new Refusal(
        409,
        "same-name",
        ownerId === null
          ? `There is a card “${namesake.name}” in this folder already.`
          : `You have a private card “${namesake.name}” already.`,
        {
          field: "name",
          hint: "Choose another name or folder, or keep this as a new version of that card.",
          cardId: namesake.id,
          seen: namesake.version,
          supplied: namesake.layer === "supplied",
        },
      );
    const at = new Date().toISOString();
    const kept = {
      id: newId(),
      layer: ownerId === null ? ("team" as const) : ("private" as const),
      ownerId,
      name,
      medium: stored.medium,
      fits,
      folderId,
      alsoIn: [],
      tagIds: [],
      note: note.trim(),
      contentVersion: 1,
      fingerprint: fingerprint(chainText(stored)),
      chain: stored,
      authorId: member.userId,
      maker,
      madeFor,
      keptOn: await materialFor(ledger, keptOn, stored.medium),
      groupId: null,
      addedAt: at,
      changedAt: at,
      withdrawn: false,
      proof: null,
      version: 1,
    };
    refuseUnfit(folder, [kept]);
    const card = await ledger.insert("card", kept);
    return {
      summary: `kept ${chainNoun(stored.settings.length)} “${name}”${ownerId === null ? "" : " for yourself"}`,
      result: { cardId: card.id, contentVersion: 1, madeFolders: made },
    };
  },
);
