import Joi from "joi";
import { defineCommand } from "../command";
import { id, name, seen, storedName } from "../fields";
import { libraryFolders, refuseSameName } from "../folders";
import { requireRow } from "../rows";

export const renameFolder = defineCommand<{ folderId: string; name: string; seen?: number }>()({
  name: "rename-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), name: name.required(), seen }),
  async run(ledger, { folderId, name, seen }) {
    const before = await requireRow(ledger, "folder", folderId, seen);
    const clean = storedName(name, "folder");
    refuseSameName(await libraryFolders(ledger), before.parentId, clean, folderId);
    await ledger.update("folder", folderId, { name: clean });
    return { summary: `renamed folder “${before.name}” to “${clean}”` };
  },
});
