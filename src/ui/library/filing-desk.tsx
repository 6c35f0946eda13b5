"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { isFiledIn } from "@/core/library/filing";
import { count } from "@/core/library/words";
import { deskPlace } from "../actions/desk";
import type { OpenFolder } from "../actions/desk/here";
import { useActions } from "../actions/use-actions";
import { ActionButton } from "../actions/action-button";
import { useContent } from "../data/contents";
import { useDesk, useData, useSettings } from "../data/desk";
import { useStore } from "../data/store";
import { KeyCap } from "../parts/key-cap";
import { FolderSignOf } from "../parts/folder-sign";
import { CardPicture } from "../parts/card-picture";
import { IndexCard } from "../parts/index-card";
import { Note } from "../parts/note";
import { effectName } from "@/core/chain/describe";
import { pathsOf } from "@/core/library/tree";
import { FilingState } from "../state/filing";
import { LibraryDrag, useDropPlace, useTaken } from "./drag";
import { useOpenFolders } from "./use-open-folders";
import { WhatItDoes } from "./what-it-does";

interface FilingDeskProps {
  /** The cards of the pile, in their order. */
  readonly ids: readonly string[];
  readonly onLeave: () => void;
}

/** The sorting of a pile of cards into folders that lie open, each by its letter, by a press on it, or by dragging. */
export function FilingDesk({ ids, onLeave }: FilingDeskProps) {
  const { library, act, takeBack } = useDesk();
  const { contents } = library;
  const [state] = useState(() => new FilingState({ library, contents, act, takeBack }, ids));
  useEffect(() => state.follow(), [state]);
  const { begun, file, dropped } = state;
  const { pile, card, suggestedId } = useStore(state.view);
  const folders = useData(({ replica }) => replica.folder);
  const suggested = folders.get(suggestedId ?? "");
  const { open, setOpen } = useOpenFolders(begun);
  const isKept = useSettings().openFolders !== undefined;
  useEffect(() => {
    // What lies open at first is the member's from then on, and changes by their hand alone.
    if (!isKept && open.length > 0) setOpen(open.map(({ folder }) => folder.id));
  }, [isKept, open, setOpen]);
  const content = useContent(contents, card?.fingerprint);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), []);
  const opened = useActions(
    deskPlace,
    {
      card,
      open,
      suggested,
      file,
      alsoFile: state.alsoFile,
      at: pile.at,
      left: pile.left.length,
      step: state.step,
      takeBack: state.takeBack,
      leave: onLeave,
    },
    {
      modal: true,
      note: `${pile.done.length} of ${begun.length} filed`,
    },
  );
  const others = ids.length - begun.length;
  return (
    <LibraryDrag selected={() => (card ? [card] : [])} onDropped={dropped}>
      <Box
        ref={box}
        tabIndex={-1}
        as="main"
        aria-label="Filing desk"
        display="grid"
        gridTemplateColumns="minmax(280px, 380px) minmax(0, 1fr)"
        gap="24px"
        p="16px 24px"
        minHeight="0"
        overflow="hidden"
        outline="none"
      >
        <Box minHeight="0" overflowY="auto" pb="16px">
          <HStack justifyContent="space-between" mb="12px" alignItems="baseline">
            <chakra.h1 textStyle="screenTitle">Filing desk</chakra.h1>
            <chakra.span color="muted" aria-live="polite">
              {`${Math.min(pile.at + 1, pile.left.length)} of ${pile.left.length}`}
            </chakra.span>
          </HStack>
          {card ? (
            <TopCard key={card.id} id={card.id}>
              <IndexCard
                label="Card on top"
                tab={pathsOf(folders, [card.folderId, ...card.alsoIn]) || "Unfiled"}
                title={
                  <HStack gap="8px" alignItems="flex-start">
                    <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere" flex="1" minWidth="0">
                      {card.name}
                    </chakra.h2>
                    <CardPicture card={card} width={96} height={64} />
                  </HStack>
                }
              >
                <Box px="16px" py="8px" color="cardMuted" fontSize="sm">
                  {card.effects.map(effectName).join(" · ")}
                </Box>
                {card.note && (
                  <Box px="16px" pb="12px">
                    <Note>{card.note}</Note>
                  </Box>
                )}
              </IndexCard>
              {content.chain && <WhatItDoes chain={content.chain} />}
            </TopCard>
          ) : (
            <Box color="muted">
              <Box mb="8px">
                {pile.left.length === 0
                  ? `All ${count(begun.length, "card")} are filed.`
                  : `${count(pile.left.length, "card")} were passed by.`}
              </Box>
              {others > 0 && (
                <Box mb="8px">{`${count(others, "supplied or private card")} stay where they are.`}</Box>
              )}
              <HStack gap="8px">
                <ActionButton action="desk.previous" short />
                <ActionButton action="desk.leave" short />
              </HStack>
            </Box>
          )}
        </Box>
        <Box minHeight="0" overflowY="auto">
          <HStack justifyContent="space-between" mb="12px" alignItems="baseline">
            <chakra.h2 textStyle="rowTitle">Folders that lie open</chakra.h2>
            <ActionButton action="desk.folders" short />
          </HStack>
          {open.length === 0 && (
            <Box color="muted">
              No folder lies open yet. Press <KeyCap keys="+" /> to open those you file into.
            </Box>
          )}
          <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(200px, 1fr))" gap="12px">
            {open.map((one) => (
              <Drawer
                key={one.folder.id}
                open={one}
                isSuggested={one.folder.id === suggestedId}
                isIn={card !== undefined && isFiledIn(card, one.folder.id)}
                onPress={() => file(one.folder.id)}
              />
            ))}
          </Box>
        </Box>
      </Box>
      {opened}
    </LibraryDrag>
  );
}

const TopCard = ({ id, children }: { readonly id: string; readonly children: React.ReactNode }) => (
  <Box {...useTaken(id)} data-subject="card">
    {children}
  </Box>
);

interface DrawerProps {
  readonly open: OpenFolder;
  readonly isSuggested: boolean;
  readonly isIn: boolean;
  readonly onPress: () => void;
}

/** A folder that lies open: what is dropped onto it or sent by its letter is filed there. */
function Drawer({ open: { folder, path, letter }, isSuggested, isIn, onPress }: DrawerProps) {
  const cards = useData(({ shelf }) => shelf.count({ kind: "folder", id: folder.id }));
  const picture = useData(({ replica }) => replica.card.get(folder.pictureOf ?? ""));
  const { ref, takes } = useDropPlace(`drawer-${folder.id}`, { kind: "folder", id: folder.id });
  return (
    <chakra.button
      ref={ref}
      type="button"
      tabIndex={-1}
      onClick={onPress}
      textAlign="left"
      display="grid"
      gridTemplateColumns="auto minmax(0, 1fr) auto"
      alignItems="center"
      alignContent="start"
      gap="4px 8px"
      bg="raised"
      border="1px solid"
      borderColor="rule"
      borderTop="3px solid"
      borderTopColor={isSuggested ? "keyGround" : "cardHead"}
      borderRadius="part"
      p="10px 12px"
      outline={takes ? "2px solid {colors.selected}" : undefined}
      _hover={{ bg: "selectedGround" }}
    >
      <KeyCap keys={letter} />
      <chakra.span textStyle="rowTitle" truncate title={path} display="flex" gap="6px" alignItems="center">
        <FolderSignOf sign={folder.sign} />
        <chakra.span truncate>{folder.name}</chakra.span>
      </chakra.span>
      <chakra.span textStyle="figure" color="muted">
        {cards}
      </chakra.span>
      {picture && !picture.withdrawn && (
        <Box gridColumn="1 / -1">
          <CardPicture card={picture} width={200} height={72} fills />
        </Box>
      )}
      <chakra.span gridColumn="1 / -1" textStyle="hint" truncate title={path} minHeight="18px">
        {isIn ? "it lies here" : isSuggested ? "cards like it lie here" : path === folder.name ? "" : path}
      </chakra.span>
    </chakra.button>
  );
}
