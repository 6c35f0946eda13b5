"use client";

import { useCallback } from "react";
import { mostOpen } from "@/core/library/desk";
import { parsePath } from "@/core/text/names";
import { resolvePath } from "@/core/library/tree";
import { may } from "@/core/library/roles";
import { useDesk, useData } from "../data/desk";
import { BranchDialog } from "../keeping/branch-dialog";
import { useHidden } from "../keeping/use-hidden";
import { useOpenFolders } from "./use-open-folders";

/** Which folders lie open on the filing desk. */
export function OpenFoldersDialog({ onClose }: { onClose: () => void }) {
  const { act, tell } = useDesk();
  const data = useData();
  const { folder: folders } = data.replica;
  const { folders: aside } = useHidden();
  const { open, setOpen } = useOpenFolders();
  const ids = open.map(({ folder }) => folder.id);
  const having = useCallback(
    (id: string) => (open.some(({ folder }) => folder.id === id) ? ("all" as const) : ("none" as const)),
    [open],
  );
  const lay = (id: string) => {
    if (ids.length >= mostOpen)
      return tell({ kind: "problem", text: `${mostOpen} folders lie open already. Close one first.` });
    setOpen([...ids, id]);
  };
  /** Makes what is missing of a path, and lays it open. */
  const make = async (path: string) => {
    const names = parsePath(path);
    let { id, missing } = resolvePath(folders, names);
    for (; missing.length > 0; missing = missing.slice(1)) {
      const made = await act("create-folder", { parentId: id, name: missing[0] });
      if (!made) return;
      id = made.result.folderId;
    }
    lay(id!);
  };
  return (
    <BranchDialog
      title="Folders that lie open"
      noun="folder"
      rows={folders}
      aside={aside}
      havingOf={having}
      having="lies open"
      onTake={(id, on) => (on ? lay(id) : setOpen(ids.filter((one) => one !== id)))}
      onMake={may(data.member.role, "curate") ? (path) => void make(path) : null}
      onClose={onClose}
    />
  );
}
