import { generateKeyBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { childFolders, resolvePath } from "@/core/library/folders";
import type { Folder } from "@/core/library/entities";
import { fold } from "@/core/text/fold";
import { readFolders } from "@/db/folders";
import type { Ledger } from "@/db/ledger";
import { Refusal } from "./refusal";

export type Folders = Map<string, Folder>;

export async function libraryFolders(ledger: Ledger): Promise<Folders> {
  return new Map((await readFolders(ledger.db, ledger.libraryId)).map((f) => [f.id, f]));
}

/** A place after the last of the siblings. */
export const lastPlace = (siblings: readonly { position: string }[]): string =>
  generateKeyBetween(siblings.at(-1)?.position ?? null, null);

/** Refuses a name that a sibling has already, compared without case and accents. */
export function refuseSameName(
  folders: Folders,
  parentId: string | null,
  name: string,
  except?: string,
): void {
  const namesake = childFolders(folders, parentId).find(
    (f) => f.id !== except && fold(f.name) === fold(name),
  );
  if (namesake)
    throw new Refusal(409, "same-name", `There is a folder “${namesake.name}” here already.`, {
      field: "name",
      hint: "Use that one or choose another name.",
      folderId: namesake.id,
    });
}

/** The folder that a path leads to, with those that are missing made on the way. Null for an empty path. */
export async function ensurePath(
  ledger: Ledger,
  names: readonly string[],
): Promise<{ folderId: string | null; made: string[] }> {
  const folders = await libraryFolders(ledger);
  const { folderId, missing } = resolvePath(folders, names);
  let parentId = folderId;
  for (const name of missing) {
    const row = await ledger.insert("folder", {
      id: newId(),
      parentId,
      name,
      position: lastPlace(childFolders(folders, parentId)),
    });
    folders.set(row.id, row);
    parentId = row.id;
  }
  return { folderId: parentId, made: missing };
}
