"use client";

import { Box, HStack } from "@chakra-ui/react";
import { useMemo, useRef, useState, type FormEvent, type ReactNode } from "react";
import type { Folder } from "@/core/library/entities";
import { folderPath } from "@/core/library/folders";
import { parsePath } from "@/core/library/names";
import { resolvePath } from "@/core/library/folders";
import { sayError, sentence, useDesk } from "../data/desk";
import { lastFolder, rememberFolder } from "../data/last-folder";
import { MainButton, QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { PathField } from "../parts/path-field";

/** Sends a dialog's command; keeps the dialog open with the reason where it is refused. */
function useSubmit(onClose: () => void) {
  const { send, tell } = useDesk();
  const [problem, setProblem] = useState<string>();
  const submit = async (command: string, input: object) => {
    try {
      const { change } = await send(command, () => input);
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      onClose();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return { problem, setProblem, submit };
}

function Buttons({ action, onClose }: { action: string; onClose: () => void }) {
  return (
    <HStack justifyContent="flex-end">
      <QuietButton keys="Escape" onClick={onClose}>Leave</QuietButton>
      <MainButton type="submit" keys="Enter">{action}</MainButton>
    </HStack>
  );
}

interface NameDialogProps {
  readonly title: string;
  readonly first: string;
  readonly action: string;
  readonly command: string;
  readonly input: (name: string) => object;
  readonly onClose: () => void;
}

/** Asks for a name. */
export function NameDialog({ title, first, action, command, input, onClose }: NameDialogProps) {
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [name, setName] = useState(first);
  const field = useRef<HTMLInputElement>(null);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit(command, input(name));
  };
  return (
    <Dialog title={title} onClose={onClose} initialFocus={field} width="420px">
      <form onSubmit={onSubmit}>
        <TextField ref={field} autoFocus label="Name" value={name} problem={problem} onFocus={(event) => event.target.select()} onChange={(event) => { setName(event.target.value); setProblem(undefined); }} />
        <Buttons action={action} onClose={onClose} />
      </form>
    </Dialog>
  );
}

/** Asks for the folder in which cards are to be filed. */
export function FileDialog({ cardIds, what, first, onClose }: { cardIds: readonly string[]; what: string; first: string; onClose: () => void }) {
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
        <PathField folders={data.replica.folder} value={path} onChange={(next) => { setPath(next); setProblem(undefined); }} offers={last && last !== first ? [{ path: last, why: "last used" }] : []} problem={problem} />
        <Buttons action="File" onClose={onClose} />
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
    if (missing.length > 0) return setProblem(`There is no folder “${missing[0]}” yet. Make it first, or choose another.`);
    void submit("move-folder", { folderId: folder.id, parentId: folderId, seen: folder.version });
  };
  return (
    <Dialog title={`Move “${folder.name}”`} onClose={onClose}>
      <form onSubmit={onSubmit}>
        <PathField label="Into folder (empty: the top)" folders={folders} value={path} onChange={(next) => { setPath(next); setProblem(undefined); }} offers={[]} problem={problem} />
        <Buttons action="Move" onClose={onClose} />
      </form>
    </Dialog>
  );
}

/** Says what a removal will do, and does it. */
export function ConfirmDialog({ title, action, command, input, children, onClose }: { title: string; action: string; command: string; input: object; children: ReactNode; onClose: () => void }) {
  const { problem, submit } = useSubmit(onClose);
  const button = useRef<HTMLButtonElement>(null);
  const onSubmit = useMemo(() => (event: FormEvent) => {
    event.preventDefault();
    void submit(command, input);
  }, [submit, command, input]);
  return (
    <Dialog title={title} onClose={onClose} initialFocus={button} width="420px">
      <form onSubmit={onSubmit}>
        <Box mb="14px">{children}</Box>
        {problem && <Box role="alert" color="#a63a24" mb="10px">{`✕ ${problem}`}</Box>}
        <HStack justifyContent="flex-end">
          <QuietButton keys="Escape" onClick={onClose}>Leave</QuietButton>
          <MainButton ref={button} type="submit" keys="Enter">{action}</MainButton>
        </HStack>
      </form>
    </Dialog>
  );
}
