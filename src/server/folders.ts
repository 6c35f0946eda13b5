import { generateKeyBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import type { Folder } from "@/core/library/entities";
import { fold } from "@/core/text/fold";
import { readChildFolders, readFolders } from "@/db/folders";
import type { Ledger } from "@/db/ledger";
import { Refusal } from "./refusal";

export type Folders = Map<string, Folder>;

export async function libraryFolders(ledger: Ledger): Promise<Folders> {
  return new Map((await readFolders(ledger.db, ledger.libraryId)).map((f) => [f.id, f]));
}

/** A place after the last of the siblings. */
export const lastPlace = (siblings: readonly { position: string }[]): string =>
  generateKeyBetween(siblings.at(-1)?.position ?? null, null);

/** The folder among siblings that has a name, compared without case and accents. */
const named = (siblings: readonly Folder[], name: string): Folder | undefined =>
  siblings.find((f) => fold(f.name) === fold(name));

/** Refuses a name that a sibling has already. */
export function refuseSameName(siblings: readonly Folder[], name: string, except?: string): void {
  const namesake = named(
    siblings.filter((f) => f.id !== except),
    name,
  );
  if (namesake)
    throw new Refusal(409, "same-name", `There is a folder “${namesake.name}” here already.`, {
      field: "name",
      hint: "Use that one or choose another name.",
      folderId: namesake.id,
    });
}

export const siblingsIn = (ledger: Ledger, parentId: string | null): Promise<Folder[]> =>
  readChildFolders(ledger.db, ledger.libraryId, parentId);

/** The folder that a path leads to, with those that are missing made on the way. Null for an empty path. */
export async function ensurePath(
  ledger: Ledger,
  names: readonly string[],
): Promise<{ folderId: string | null; made: string[] }> {
  let folderId: string | null = null;
  const made: string[] = [];
  for (const name of names) {
    // In a folder that was made just now there is nothing yet.
    const siblings: Folder[] = made.length > 0 ? [] : await siblingsIn(ledger, folderId);
    const there = named(siblings, name);
    if (!there) made.push(name);
    folderId = (
      there ??
      (await ledger.insert("folder", {
        id: newId(),
        parentId: folderId,
        name,
        position: lastPlace(siblings),
      }))
    ).id;
  }
  return { folderId, made };
}
