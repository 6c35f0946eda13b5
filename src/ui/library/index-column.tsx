"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo, type KeyboardEvent, type ReactNode } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Replica } from "@/core/library/change";
import { folderRows } from "@/core/library/folders";
import { useDropPlace, useTaken } from "./drag";
import { Stamp } from "../parts/stamp";
import { folderCounts, samePlace, type Place } from "./places";

interface IndexColumnProps {
  readonly replica: Replica;
  readonly place: Place;
  readonly onPlace: (place: Place) => void;
}

interface Row {
  readonly place: Place;
  readonly name: string;
  readonly depth: number;
  readonly count: number;
  readonly stamp?: ReactNode;
}

const idOf = (place: Place) => `place-${place.kind === "folder" ? place.id : place.kind}`;

interface IndexRowProps {
  readonly row: Row;
  readonly here: boolean;
  readonly onPlace: (place: Place) => void;
}

function IndexRow({ row, here, onPlace }: IndexRowProps) {
  const id = idOf(row.place);
  const { ref, takes } = useDropPlace(id, row.place);
  const content = (
    <>
      {row.stamp}
      <chakra.span truncate flex="1" title={row.name}>
        {row.name}
      </chakra.span>
      <chakra.span textStyle="figure" color="muted">
        {row.count}
      </chakra.span>
    </>
  );
  return (
    <Box
      ref={ref}
      id={id}
      role="treeitem"
      aria-level={row.depth + 1}
      aria-selected={here}
      data-subject="folder"
      data-subject-name={row.name}
      onMouseDown={() => onPlace(row.place)}
      layerStyle="row"
      outline={takes ? "2px solid {colors.selected}" : undefined}
      outlineOffset="-2px"
    >
      {row.place.kind === "folder" ? (
        <FolderHandle id={row.place.id} depth={row.depth}>
          {content}
        </FolderHandle>
      ) : (
        <Box {...inRow(row.depth)}>{content}</Box>
      )}
    </Box>
  );
}

const inRow = (depth: number) =>
  ({
    display: "flex",
    alignItems: "center",
    gap: "8px",
    py: "4px",
    pr: "16px",
    style: { paddingLeft: 13 + depth * 16 },
  }) as const;

/** What of a folder's row is taken hold of: all that is in it. */
const FolderHandle = ({ id, depth, children }: { id: string; depth: number; children: ReactNode }) => (
  <Box {...useTaken(id)} {...inRow(depth)}>
    {children}
  </Box>
);

/** The index at the left: the whole library, its folders, what has no folder, favourites, withdrawn cards. */
export function IndexColumn({ replica, place, onPlace }: IndexColumnProps) {
  const { folders, others } = useMemo(() => {
    const counts = folderCounts(replica);
    const cards = [...replica.card.values()];
    const used = cards.filter((c) => !c.withdrawn);
    const folders: Row[] = [
      { place: { kind: "all" }, name: "All cards", depth: 0, count: used.length },
      ...folderRows(replica.folder).map(({ folder, depth }): Row => ({
        place: { kind: "folder", id: folder.id },
        name: folder.name,
        depth,
        count: counts.get(folder.id) ?? 0,
      })),
      {
        place: { kind: "unfiled" },
        name: "Unfiled",
        depth: 0,
        count: used.filter((c) => c.folderId === null).length,
      },
    ];
    const others: Row[] = [
      {
        place: { kind: "favourites" },
        name: "Favourites",
        depth: 0,
        count: replica.favourite.size,
        stamp: <Stamp letter="F" name="Favourites" />,
      },
      { place: { kind: "withdrawn" }, name: "Withdrawn", depth: 0, count: cards.length - used.length },
    ];
    return { folders, others };
  }, [replica]);
  const rows = [...folders, ...others];
  const at = rows.findIndex((row) => samePlace(row.place, place));

  const onKey = (event: KeyboardEvent) => {
    const move = listMove(combination(event), { at, count: rows.length });
    if (move === null || move === "all") return;
    event.preventDefault();
    const row = rows[move.to];
    onPlace(row.place);
    document.getElementById(idOf(row.place))?.scrollIntoView({ block: "nearest" });
  };
  const draw = (row: Row) => (
    <IndexRow key={idOf(row.place)} row={row} here={samePlace(row.place, place)} onPlace={onPlace} />
  );
  return (
    <Box as="nav" aria-label="Index" overflowY="auto" minHeight="0" py="10px">
      <Box
        role="tree"
        aria-label="Folders and lists"
        tabIndex={0}
        aria-activedescendant={rows[at] && idOf(rows[at].place)}
        onKeyDown={onKey}
        _focusVisible={{ outlineOffset: "-2px" }}
      >
        <Box role="presentation" textStyle="rowTitle" px="16px" pb="4px">
          Folders
        </Box>
        {folders.map(draw)}
        <Box role="presentation" textStyle="rowTitle" px="16px" pt="16px" pb="4px">
          Lists
        </Box>
        {others.map(draw)}
      </Box>
    </Box>
  );
}
