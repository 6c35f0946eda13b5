import Joi from "joi";
import { generateKeyBetween } from "fractional-indexing";
import { childFolders } from "@/core/library/folders";
import { fold } from "@/core/text/fold";
import { cardsIn } from "@/db/folders";
import { defineCommand } from "../command";
import { id, seen } from "../fields";
import { libraryFolders } from "../folders";
import { requireRow } from "../rows";

/** Removes a folder; the folders and cards in it are kept and move up to where it lay. */
export const removeFolder = defineCommand<{ folderId: string; seen?: number }>()({
  name: "remove-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), seen }),
  async run(ledger, { folderId, seen }) {
    const removed = await requireRow(ledger, "folder", folderId, seen);
    const folders = await libraryFolders(ledger);
    const siblings = childFolders(folders, removed.parentId);
    const taken = new Set(siblings.filter((f) => f.id !== folderId).map((f) => fold(f.name)));
    const next = siblings[siblings.findIndex((f) => f.id === folderId) + 1]?.position ?? null;
    let position = removed.position;
    for (const child of childFolders(folders, folderId)) {
      let name = child.name;
      for (let n = 2; taken.has(fold(name)); n++) name = `${child.name} ${n}`;
      taken.add(fold(name));
      position = generateKeyBetween(position, next);
      await ledger.update("folder", child.id, { parentId: removed.parentId, position, name });
    }
    const cards = await cardsIn(ledger.db, ledger.libraryId, folderId);
    for (const card of cards) await ledger.update("card", card.id, { folderId: removed.parentId });
    await ledger.delete("folder", folderId);
    return {
      summary: `removed folder “${removed.name}”, kept what was in it`,
      result: { movedCards: cards.length },
    };
  },
});
