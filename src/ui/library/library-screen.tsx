"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { folderPath } from "@/core/library/folders";
import { may } from "@/core/library/roles";
import { count } from "@/core/library/words";
import { useRecall } from "../apply/use-recall";
import { useSelection } from "../parts/use-selection";
import { sayError, useDesk } from "../data/desk";
import { useBringFile } from "../data/files";
import { useKeyActions, type KeyAction } from "../keys/keys";
import { AliasDialog, KeyDialog } from "../parts/card-dialogs";
import { chooseFiles } from "../parts/choose-files";
import { ConfirmDialog, NameDialog } from "../parts/command-dialogs";
import { KeyCap } from "../parts/key-cap";
import { CardPanel } from "./card-panel";
import { CardTable, tableRows } from "./card-table";
import { cardsOf, importable } from "./import-files";
import { IndexColumn } from "./index-column";
import { FileDialog, MoveFolderDialog } from "./library-dialogs";
import { cardsAt, knownPlace, placeName, type Place } from "./places";

type Panel = "alias" | "key" | "rename" | "file" | "new-folder" | "rename-folder" | "move-folder" | "remove-folder";

const everyMatch = 100_000;
const anyTarget = { medium: "audio", kind: "" } as const;

/** The library: index, table of cards, the card itself. */
export function LibraryScreen() {
  const { data, act, tell, takeBack } = useDesk();
  const { replica, member } = data;
  const router = useRouter();
  const [wantedPlace, setPlace] = useState<Place>({ kind: "all" });
  const place = useMemo(() => knownPlace(wantedPlace, replica), [wantedPlace, replica]);
  const [typed, setTyped] = useState("");
  const [panel, setPanel] = useState<Panel | null>(null);
  const [order, setOrder] = useState<readonly string[]>([]);
  const table = useRef<HTMLDivElement>(null);
  const filter = useRef<HTMLInputElement>(null);
  const close = useCallback(() => setPanel(null), []);

  const { query, result } = useRecall(typed, anyTarget, everyMatch);
  const rows = useMemo(() => {
    const here = cardsAt(place, replica);
    if (typed.trim() === "" || query === null) return tableRows(here, replica, member.id);
    const found = new Set(result.hits.map((hit) => hit.id));
    return tableRows(here.filter((card) => found.has(card.id)), replica, member.id);
  }, [place, replica, typed, query, result, member.id]);

  const selection = useSelection(order);
  const selected = useMemo(() => order.filter((id) => selection.ids.has(id)).flatMap((id) => replica.card.get(id) ?? []), [order, selection.ids, replica.card]);
  const card = selection.lead ? replica.card.get(selection.lead) : undefined;
  const folder = place.kind === "folder" ? replica.folder.get(place.id) : undefined;
  const what = selected.length === 1 ? `“${selected[0].name}”` : count(selected.length, "card");

  useEffect(() => {
    table.current?.focus();
  }, []);

  const { sessionId, libraryId } = useDesk();
  const toBench = useCallback(() => {
    const session = data.sessions.find((s) => s.medium === card?.medium && s.id === sessionId) ?? data.sessions.find((s) => s.medium === card?.medium) ?? data.sessions[0];
    if (session) router.push(`/${libraryId}/bench/${session.id}`);
  }, [data.sessions, card, sessionId, libraryId, router]);

  const bring = useBringFile(libraryId);
  /** Looks that name no folder are filed where one is looking. */
  const path = folder ? folderPath(replica.folder, folder.id) : "";
  const importCards = useCallback(
    async (files: readonly File[]) => {
      let imported = 0;
      for (const file of files) {
        let cards;
        try {
          cards = await cardsOf(file, bring);
        } catch (error) {
          return void tell({ kind: "problem", text: sayError(error) });
        }
        for (const card of cards) {
          const done = "file" in card ? await act("import-card", card) : await act("keep-card", { ...card, path });
          // The reason of a refused one stays to be read; the others are not begun.
          if (!done) return;
          imported++;
        }
      }
      if (imported > 1) tell({ kind: "done", text: `Imported ${count(imported, "card")}.` });
    },
    [act, tell, bring, path],
  );

  const actions = useMemo<KeyAction[]>(() => {
    const keep = may(member.role, "keep");
    const curate = may(member.role, "curate");
    const own = may(member.role, "own");
    const one = card !== undefined && selected.length > 0;
    const withdrawn = card?.withdrawn ?? false;
    const favourite = card !== undefined && [...replica.favourite.values()].some((f) => f.cardId === card.id);
    const editable = one && keep && selected.every((c) => c.layer !== "supplied");
    const ids = selected.map((c) => c.id);
    return [
      { keys: ["/"], label: "filter", run: () => filter.current?.focus() },
      { keys: ["f"], label: favourite ? "unmark" : "mark", disabled: !one || !own, run: () => void act("mark-favourite", { cardId: card!.id, on: !favourite }) },
      { keys: ["g"], label: "key", disabled: !one || !own, run: () => setPanel("key") },
      { keys: ["n"], label: "alias", disabled: !one || !own, run: () => setPanel("alias") },
      { keys: ["r"], label: "rename", disabled: !editable || selected.length !== 1, run: () => setPanel("rename") },
      { keys: ["m"], label: "file", disabled: !editable, run: () => setPanel("file") },
      { keys: ["i"], label: "import", disabled: !keep, run: () => chooseFiles(importable, (files) => void importCards(files)) },
      { keys: ["Delete"], label: withdrawn ? "restore" : "withdraw", disabled: !editable, run: () => void act("withdraw-cards", { cardIds: ids, withdrawn: !withdrawn }) },
      { keys: ["Backspace", "Ctrl+z"], label: "take back", run: () => void takeBack("undo") },
      { keys: ["Shift+Backspace", "Ctrl+Shift+z", "Ctrl+y"], label: "do again", quiet: true, run: () => void takeBack("redo") },
      { keys: ["Shift+n"], label: "new folder", disabled: !curate, run: () => setPanel("new-folder") },
      { keys: ["Shift+r"], label: "rename folder", quiet: !folder, disabled: !curate || !folder, run: () => setPanel("rename-folder") },
      { keys: ["Shift+m"], label: "move folder", quiet: true, disabled: !curate || !folder, run: () => setPanel("move-folder") },
      { keys: ["Shift+Delete"], label: "remove folder", quiet: true, disabled: !curate || !folder, run: () => setPanel("remove-folder") },
    ];
  }, [member.role, card, selected, replica.favourite, folder, act, takeBack, importCards]);
  useKeyActions(actions, { note: selected.length > 0 ? (selected.length === 1 ? `${order.indexOf(selected[0].id) + 1} of ${order.length}` : `${selected.length} of ${order.length} selected`) : undefined });

  const name = placeName(place, replica);
  return (
    <Box display="grid" gridTemplateColumns="240px minmax(0, 1fr) {sizes.cardColumn}" height="100%">
      <IndexColumn replica={replica} place={place} onPlace={setPlace} />
      <Box as="main" display="flex" flexDirection="column" minHeight="0" pt="14px" px="10px">
        <HStack justifyContent="space-between" px="12px" pb="12px" gap="16px">
          <HStack gap="10px" alignItems="baseline" minWidth="0">
            <chakra.h1 fontFamily="heading" fontSize="xl" fontWeight="600" truncate title={name}>{name}</chakra.h1>
            <chakra.span color="muted" whiteSpace="nowrap" aria-live="polite">{count(rows.length, "card")}</chakra.span>
          </HStack>
          <HStack gap="6px" flexShrink={0}>
            <Input
              ref={filter} aria-label="Filter cards" placeholder="Filter" size="sm" width="190px" fontFamily="mono" bg="raised" borderColor="rule" borderRadius="3px" value={typed} onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => {
                if (!["Escape", "Enter", "ArrowDown"].includes(event.key)) return;
                if (event.key === "Escape") setTyped("");
                event.preventDefault();
                table.current?.focus();
              }}
            />
            <KeyCap keys="/" />
          </HStack>
        </HStack>
        <CardTable
          ref={table} rows={rows} ownOrder={place.kind === "favourites"} label="Cards" selection={selection} onOrder={setOrder} onOpen={toBench}
          empty={typed ? `Nothing here begins with “${typed}”.` : place.kind === "favourites" ? "No favourites yet. Press F on a card to mark it." : place.kind === "all" ? "No cards yet. Shape something on the bench and keep it." : "Nothing is filed here."}
        />
      </Box>
      <Box as="aside" aria-label="Chosen card" bg="panel" borderLeft="1px solid" borderColor="rule" p="18px 16px" overflowY="auto" minHeight="0">
        {card ? (
          <CardPanel card={card} data={data} onRemoveAlias={(aliasId) => void act("remove-alias", { aliasId })} onFreeKey={(key) => void act("bind-key", { key, cardId: null })} />
        ) : (
          <Box color="muted">Choose a card to see what is on it.</Box>
        )}
      </Box>
      {panel === "alias" && card && <AliasDialog card={card} onClose={close} />}
      {panel === "key" && card && <KeyDialog card={card} current={[...replica.keyBinding.values()].find((k) => k.cardId === card.id)?.key} onClose={close} />}
      {panel === "rename" && card && <NameDialog title={`Rename “${card.name}”`} first={card.name} action="Rename" command="edit-card" input={(next) => ({ cardId: card.id, name: next, seen: card.version })} onClose={close} />}
      {panel === "file" && selected.length > 0 && <FileDialog cardIds={selected.map((c) => c.id)} what={what} first={folderPath(replica.folder, selected[0].folderId)} onClose={close} />}
      {panel === "new-folder" && <NameDialog title={folder ? `New folder in “${folder.name}”` : "New folder"} first="" action="Make" command="create-folder" input={(next) => ({ parentId: folder?.id ?? null, name: next })} onClose={close} />}
      {panel === "rename-folder" && folder && <NameDialog title={`Rename “${folder.name}”`} first={folder.name} action="Rename" command="rename-folder" input={(next) => ({ folderId: folder.id, name: next, seen: folder.version })} onClose={close} />}
      {panel === "move-folder" && folder && <MoveFolderDialog folder={folder} onClose={close} />}
      {panel === "remove-folder" && folder && (
        <ConfirmDialog title={`Remove “${folder.name}”`} action="Remove the folder" command="remove-folder" input={{ folderId: folder.id, seen: folder.version }} onClose={close}>
          {`Only the folder goes. What lies in it moves to ${folderPath(replica.folder, folder.parentId) || "the top, its cards to Unfiled"}. It can be taken back.`}
        </ConfirmDialog>
      )}
    </Box>
  );
}
