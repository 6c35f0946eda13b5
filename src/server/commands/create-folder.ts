import Joi from "joi";
import { v7 as newId } from "uuid";
import { childFolders } from "@/core/library/folders";
import { defineCommand } from "../command";
import { id, name, storedName } from "../fields";
import { lastPlace, libraryFolders, refuseSameName } from "../folders";
import { requireRow } from "../rows";

/** Makes a folder, last among its siblings. */
export const createFolder = defineCommand<{ parentId: string | null; name: string }>()({
  name: "create-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ parentId: id.allow(null).required(), name: name.required() }),
  async run(ledger, { parentId, name }) {
    if (parentId !== null) await requireRow(ledger, "folder", parentId);
    const folders = await libraryFolders(ledger);
    const clean = storedName(name, "folder");
    refuseSameName(folders, parentId, clean);
    const position = lastPlace(childFolders(folders, parentId));
    const row = await ledger.insert("folder", { id: newId(), parentId, name: clean, position });
    return { summary: `made folder “${clean}”`, result: { folderId: row.id } };
  },
});
