"use client";

import { useState, type FormEvent } from "react";
import type { Folder } from "@/core/library/entities";
import { folderPath } from "@/core/library/folders";
import { parsePath } from "@/core/text/names";
import { resolvePath } from "@/core/library/folders";
import { useDesk } from "../data/desk";
import { lastFolder, rememberFolder } from "../data/last-folder";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { PathField } from "../parts/path-field";

/** Asks for the folder in which cards are to be filed. */
export function FileDialog({
  cardIds,
  what,
  first,
  onClose,
}: {
  cardIds: readonly string[];
  what: string;
  first: string;
  onClose: () => void;
}) {
  const { data, libraryId } = useDesk();
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [path, setPath] = useState(first);
  const last = lastFolder(libraryId);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    rememberFolder(libraryId, path);
    void submit("move-cards", { cardIds, path });
  };
  return (
    <Dialog title={`File ${what}`} onClose={onClose}>
      <form onSubmit={onSubmit}>
        <PathField
          folders={data.replica.folder}
          value={path}
          onChange={(next) => {
            setPath(next);
            setProblem(undefined);
          }}
          offers={last && last !== first ? [{ path: last, why: "last used" }] : []}
          problem={problem}
        />
        <DialogButtons action="File" onClose={onClose} />
      </form>
    </Dialog>
  );
}

/** Asks under which folder one is to be moved; empty is the top. */
export function MoveFolderDialog({ folder, onClose }: { folder: Folder; onClose: () => void }) {
  const { data } = useDesk();
  const { folder: folders } = data.replica;
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [path, setPath] = useState(folderPath(folders, folder.parentId));
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    const { folderId, missing } = resolvePath(folders, parsePath(path));
    if (missing.length > 0)
      return setProblem(`There is no folder “${missing[0]}” yet. Make it first, or choose another.`);
    void submit("move-folder", { folderId: folder.id, parentId: folderId, seen: folder.version });
  };
  return (
    <Dialog title={`Move “${folder.name}”`} onClose={onClose}>
      <form onSubmit={onSubmit}>
        <PathField
          label="Into folder (empty: the top)"
          folders={folders}
          value={path}
          onChange={(next) => {
            setPath(next);
            setProblem(undefined);
          }}
          offers={[]}
          problem={problem}
        />
        <DialogButtons action="Move" onClose={onClose} />
      </form>
    </Dialog>
  );
}
