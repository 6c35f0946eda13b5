"use client";

import { chakra, Menu, Portal } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import type { Session } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { useDesk } from "../data/desk";
import { useKeyActions, type KeyAction } from "../keys/keys";
import { chooseFiles } from "../parts/choose-files";
import { ConfirmDialog, NameDialog } from "../parts/command-dialogs";
import { KeyCap } from "../parts/key-cap";
import { useThemeRoot } from "../parts/theme-root";
import { AddGroupDialog } from "./add-group-dialog";
import { NewSessionDialog } from "./session-dialogs";

type Panel = "group" | "new" | "rename" | "duplicate" | "remove";

/** What can be brought in: shown to the file chooser, checked by the server. */
const taken = { audio: ".wav,.flac,.mp3,.aif,.aiff,.ogg,audio/*", image: ".png,.jpg,.jpeg,.tif,.tiff,.webp,image/*", video: "" } as const;

/** What can be done with a session: bring in material, begin, rename, duplicate, remove. */
export function SessionMenu({ session, onFiles }: { session: Session; onFiles: (files: readonly File[]) => void }) {
  const { data, libraryId } = useDesk();
  const router = useRouter();
  const root = useThemeRoot();
  const [panel, setPanel] = useState<Panel | null>(null);
  const allowed = may(data.member.role, "bench");
  const close = () => setPanel(null);
  const open = (result?: Record<string, unknown>) => {
    close();
    if (typeof result?.sessionId === "string") router.push(`/${libraryId}/bench/${result.sessionId}`);
  };
  const bringIn = useCallback(() => chooseFiles(taken[session.medium], onFiles), [session.medium, onFiles]);
  const actions = useMemo<KeyAction[]>(
    () => [
      { keys: ["i"], label: "bring in", disabled: !allowed, run: bringIn },
      { keys: ["Alt+n"], label: "new session", quiet: true, disabled: !allowed, run: () => setPanel("new") },
      { keys: ["Alt+g"], label: "add a group", quiet: true, disabled: !allowed || session.medium !== "audio", run: () => setPanel("group") },
    ],
    [allowed, bringIn, session.medium],
  );
  useKeyActions(actions);
  const choose = (value: string) => (value === "bring" ? bringIn() : setPanel(value as Panel));
  return (
    <>
      <Menu.Root onSelect={({ value }) => choose(value)}>
        <Menu.Trigger asChild>
          <chakra.button aria-label="Session menu" px="8px" height="30px" color="muted" borderRadius="3px" disabled={!allowed} _hover={{ color: "ink" }} _disabled={{ opacity: 0.4 }}>≡</chakra.button>
        </Menu.Trigger>
        <Portal container={root}>
          <Menu.Positioner>
            <Menu.Content bg="raised" color="ink" minWidth="300px">
              <Menu.Item value="bring">Bring in material <chakra.span ml="auto"><KeyCap keys="i" quiet /></chakra.span></Menu.Item>
              <Menu.Item value="new">New session <chakra.span ml="auto"><KeyCap keys="Alt+n" quiet /></chakra.span></Menu.Item>
              {session.medium === "audio" && <Menu.Item value="group">Add a track, bus, return or output <chakra.span ml="auto"><KeyCap keys="Alt+g" quiet /></chakra.span></Menu.Item>}
              <Menu.Item value="rename">Rename this session</Menu.Item>
              <Menu.Item value="duplicate">Duplicate this session</Menu.Item>
              <Menu.Item value="remove">Remove this session</Menu.Item>
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      {panel === "group" && <AddGroupDialog sessionId={session.id} onClose={close} />}
      {panel === "new" && <NewSessionDialog medium={session.medium} onClose={open} />}
      {panel === "rename" && <NameDialog title={`Rename “${session.name}”`} first={session.name} action="Rename" command="edit-session" input={(name) => ({ id: session.id, name, seen: session.version })} onClose={close} />}
      {panel === "duplicate" && <NameDialog title={`Duplicate “${session.name}”`} first={`${session.name}, again`} action="Duplicate" command="duplicate-session" input={(name) => ({ id: session.id, name })} onClose={open} />}
      {panel === "remove" && (
        <ConfirmDialog title={`Remove “${session.name}”`} action="Remove the session" command="remove-session" input={{ id: session.id, seen: session.version }} onClose={(done) => { close(); if (done) router.push(`/${libraryId}/bench`); }}>
          The session goes with its targets and chains. Taking it back brings all of it back.
        </ConfirmDialog>
      )}
    </>
  );
}
