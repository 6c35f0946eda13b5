import { fold } from "../text/fold";
import type { Folder } from "./entities";
import { formatPath } from "../text/names";

type Folders = ReadonlyMap<string, Folder>;

/** Names from the root down to the folder; empty for none. A loop in the data ends where it closes. */
export function folderNames(folders: Folders, id: string | null): string[] {
  const names: string[] = [];
  const seen = new Set<string>();
  for (let at = id; at !== null && !seen.has(at);) {
    seen.add(at);
    const folder = folders.get(at);
    if (!folder) break;
    names.unshift(folder.name);
    at = folder.parentId;
  }
  return names;
}

export const folderPath = (folders: Folders, id: string | null): string =>
  formatPath(folderNames(folders, id));

const bySiblingOrder = (a: Folder, b: Folder) =>
  a.position < b.position ? -1 : a.position > b.position ? 1 : a.id < b.id ? -1 : 1;

/** The folders of one parent in their order. */
export const childFolders = (folders: Folders, parentId: string | null): Folder[] =>
  [...folders.values()].filter((f) => f.parentId === parentId).sort(bySiblingOrder);

export interface FolderRow {
  readonly folder: Folder;
  /** 0 at the root. */
  readonly depth: number;
}

/** All folders from the top, each before what lies in it. */
export function folderRows(folders: Folders): FolderRow[] {
  const children = new Map<string | null, Folder[]>();
  for (const folder of folders.values()) {
    const list = children.get(folder.parentId);
    if (list) list.push(folder);
    else children.set(folder.parentId, [folder]);
  }
  const result: FolderRow[] = [];
  const visit = (parentId: string | null, depth: number) => {
    for (const folder of (children.get(parentId) ?? []).sort(bySiblingOrder)) {
      result.push({ folder, depth });
      visit(folder.id, depth + 1);
    }
  };
  visit(null, 0);
  return result;
}

/** The folder and everything below it. */
export function folderWithin(folders: Folders, id: string): Set<string> {
  const inside = new Set([id]);
  for (const { folder } of folderRows(folders))
    if (folder.parentId !== null && inside.has(folder.parentId)) inside.add(folder.id);
  return inside;
}

/** The folder that a path of names leads to, compared without case and accents, and the names that are missing. */
export function resolvePath(
  folders: Folders,
  names: readonly string[],
): { folderId: string | null; missing: string[] } {
  let folderId: string | null = null;
  for (let i = 0; i < names.length; i++) {
    const found: Folder | undefined = childFolders(folders, folderId).find(
      (f) => fold(f.name) === fold(names[i]),
    );
    if (!found) return { folderId, missing: names.slice(i) };
    folderId = found.id;
  }
  return { folderId, missing: [] };
}
