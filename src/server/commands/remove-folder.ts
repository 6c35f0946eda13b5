import { removeFolder as shape } from "@/core/api/commands/remove-folder";
import { carryOut } from "../command";
import { generateKeyBetween } from "fractional-indexing";
import { childFolders } from "@/core/library/folders";
import { fold } from "@/core/text/fold";
import { cardsIn } from "@/db/folders";
import { libraryFolders } from "../folders";
import { requireRow } from "../rows";

export const removeFolder = carryOut(shape, async (ledger, { folderId, seen }) => {
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
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, { folderId: removed.parentId }]),
  );
  await ledger.delete("folder", folderId);
  return {
    summary: `removed folder “${removed.name}”, kept what was in it`,
    result: { movedCards: cards.length },
  };
});
