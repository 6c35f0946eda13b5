"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ChevronDown, ChevronRight } from "lucide-react";
import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Replica } from "@/core/library/change";
import type { Shelf } from "@/core/library/shelf";
import { readyMade } from "@/core/search/ready-made";
import { useData, useDesk, useSettings } from "../data/desk";
import { useStore } from "../data/store";
import type { FavouritesList } from "@/core/library/entities";
import { shownRows, upwards } from "@/core/library/tree";
import { hiddenThings } from "../keeping/use-hidden";
import { FolderSignOf } from "../parts/folder-sign";
import { LockSign } from "../parts/lock-sign";
import { useDropPlace, useTaken } from "./drag";
import { ListStamp, Stamp } from "../parts/stamp";
import { useKept } from "../parts/use-kept";
import { keptSearches, samePlace, type LibraryPlace } from "../state/places";
import { useSearchCounts } from "./use-search";

interface IndexColumnProps {
  readonly replica: Replica;
  readonly shelf: Shelf;
  /** Whether the index knows all cards, so that searches can be counted; the places themselves are counted once the cards are there. */
  readonly isIndexed: boolean;
  readonly place: LibraryPlace;
  readonly onPlace: (place: LibraryPlace) => void;
}

interface Row {
  readonly place: LibraryPlace;
  readonly name: string;
  readonly depth: number;
  readonly stamp?: ReactNode;
  /** Whether what lies in it is shown; left out where nothing lies in it. */
  readonly isOpen?: boolean;
}

type Line = { readonly heading: string } | Row;

const idOf = (place: LibraryPlace) => `place-${"id" in place ? place.id : place.kind}`;
const rowHeight = 29;
const headingHeight = 40;

interface IndexRowProps {
  readonly row: Row;
  /** Nothing is said where it is not known yet. */
  readonly count: number | null;
  readonly here: boolean;
  /** Pixels from the top, and how high it is. */
  readonly top: number;
  readonly height: number;
  readonly onPlace: (place: LibraryPlace) => void;
  readonly onOpen: (row: Row, open: boolean) => void;
}

const IndexRow = memo(function IndexRow({ row, count, here, onPlace, onOpen, top, height }: IndexRowProps) {
  const id = idOf(row.place);
  const { ref, takes } = useDropPlace(id, row.place);
  const content = (
    <>
      {row.isOpen !== undefined && (
        // For the pointer: keys and what is read out know the row itself as open or closed.
        <chakra.span
          aria-hidden="true"
          title={row.isOpen ? "close" : "open"}
          position="absolute"
          top="0"
          bottom="0"
          width="16px"
          style={{ left: row.depth * 16 }}
          display="inline-flex"
          alignItems="center"
          justifyContent="center"
          color="muted"
          // It opens the row, and leaves where one is as it is.
          onMouseDown={(event) => event.stopPropagation()}
          onPointerDown={(event) => event.stopPropagation()}
          onClick={() => onOpen(row, !row.isOpen)}
        >
          {row.isOpen ? <ChevronDown size={11} /> : <ChevronRight size={11} />}
        </chakra.span>
      )}
      {row.stamp}
      <chakra.span truncate flex="1" title={row.name}>
        {row.name}
      </chakra.span>
      <chakra.span textStyle="figure" color="muted">
        {count}
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
      aria-expanded={row.isOpen}
      data-subject={subjectOf(row.place)}
      data-subject-name={row.name}
      onMouseDown={() => onPlace(row.place)}
      layerStyle="row"
      position="absolute"
      left="0"
      right="0"
      // By its place, not by a transformation, which dragging leaves out of account.
      style={{ top, height }}
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
});

/** Whose menu a place has. */
const subjectOf = ({ kind }: LibraryPlace) =>
  kind === "search" || kind === "tag" || kind === "list" ? kind : "folder";

const inRow = (depth: number) =>
  ({
    display: "flex",
    alignItems: "center",
    gap: "8px",
    py: "4px",
    pr: "16px",
    style: { paddingLeft: 16 + depth * 16 },
  }) as const;

/** What of a folder's row is taken hold of: all that is in it. */
const FolderHandle = ({ id, depth, children }: { id: string; depth: number; children: ReactNode }) => (
  <Box {...useTaken(id)} {...inRow(depth)}>
    {children}
  </Box>
);

/** The lines of the index: folders and searches follow the library. */
function linesOf(
  {
    folder: folders,
    tag: tags,
    savedSearch,
    hiding,
  }: Pick<Replica, "folder" | "tag" | "savedSearch" | "hiding">,
  lists: readonly FavouritesList[],
  closed: ReadonlySet<string>,
  to: string | null,
  hasOwn: boolean,
): Line[] {
  const kept = keptSearches({ savedSearch });
  const hidden = hiddenThings({ hiding });
  const searchRow = ({ id, name }: { id: string; name: string }): Row => ({
    place: { kind: "search", id },
    name,
    depth: 0,
  });
  // What is short comes first: folders may be thousands.
  return [
    { place: { kind: "all" }, name: "All cards", depth: 0 },
    { place: { kind: "unfiled" }, name: "Unfiled", depth: 0 },
    ...(hasOwn
      ? [{ place: { kind: "private" } as const, name: "Only yours", depth: 0, stamp: <LockSign /> }]
      : []),
    ...lists.map((list): Row => ({
      place: { kind: "list", id: list.id },
      name: list.name,
      depth: 0,
      stamp: <ListStamp list={list} />,
    })),
    ...(kept.length > 0 ? [{ heading: "Searches" }] : []),
    ...kept.map((search): Row => ({
      ...searchRow(search),
      ...(search.kept?.ownerId === null && { stamp: <Stamp letter="T" name="The team's" /> }),
    })),
    { heading: "Folders" },
    ...shownRows(folders, { aside: hidden.folders, closed, to }).map(({ row, ...shown }): Row => ({
      place: { kind: "folder", id: row.id },
      name: row.name,
      ...shown,
      ...(row.sign !== "" && { stamp: <FolderSignOf sign={row.sign} /> }),
    })),
    ...(tags.size > 0 ? [{ heading: "Tags" }] : []),
    ...shownRows(tags, { aside: hidden.tags, closed, to }).map(({ row, ...shown }): Row => ({
      place: { kind: "tag", id: row.id },
      name: row.name,
      ...shown,
    })),
    { heading: "Ready-made searches" },
    ...readyMade.map(searchRow),
    { place: { kind: "withdrawn" }, name: "Withdrawn", depth: 0 },
  ];
}

const itself = <T,>(value: T): T => value;

/** The index at the left: the whole library, its folders, what has no folder, lists, searches. Only the lines in view are drawn. */
export function IndexColumn({ replica, shelf, isIndexed, place, onPlace }: IndexColumnProps) {
  const box = useRef<HTMLDivElement>(null);
  const { folder, tag, savedSearch, hiding } = replica;
  const { library, finder } = useDesk();
  const arriving = useData((data) => data.arriving);
  const settings = useSettings();
  const { closedRows: kept, isViewLocked = false } = settings;
  /** What is closed for now, where the view is locked. */
  const [closedNow, setClosedNow] = useState<readonly string[] | null>(null);
  const closedRows = isViewLocked ? (closedNow ?? kept) : kept;
  const closed = useMemo(() => new Set(closedRows), [closedRows]);
  // Where one is is shown, also in what is closed.
  const to =
    (place.kind === "folder" || place.kind === "tag") &&
    upwards(replica[place.kind], place.id)
      .slice(1)
      .some((id) => closed.has(id))
      ? place.id
      : null;
  const onOpen = useCallback(
    ({ place: of }: Row, open: boolean) => {
      if (!("id" in of)) return;
      const next = open ? [...closed].filter((id) => id !== of.id) : [...closed, of.id];
      if (isViewLocked) return setClosedNow(next);
      void library.saveSettings({ closedRows: next }).catch(() => undefined);
    },
    [closed, library, isViewLocked],
  );
  const hasOwn = shelf.count({ kind: "private" }) > 0 || place.kind === "private";
  const lists = useKept(shelf.allLists());
  const lines = useMemo(
    () => linesOf({ folder, tag, savedSearch, hiding }, lists, closed, to, hasOwn),
    [folder, tag, savedSearch, hiding, lists, closed, to, hasOwn],
  );
  useSearchCounts();
  const counts = useStore(finder.counts, itself);
  const countOf = (place: LibraryPlace) =>
    place.kind === "search"
      ? isIndexed
        ? (counts[place.id] ?? null)
        : null
      : arriving
        ? null
        : shelf.count(place);
  const rows = useMemo(
    () => lines.flatMap((line, index) => ("heading" in line ? [] : [{ ...line, index }])),
    [lines],
  );
  const at = rows.findIndex((row) => samePlace(row.place, place));
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => ("heading" in lines[index] ? headingHeight : rowHeight),
    overscan: 6,
    paddingStart: 8,
    paddingEnd: 8,
  });
  const chosen = rows[at]?.index;
  useEffect(() => {
    if (chosen !== undefined) virtual.scrollToIndex(chosen, { align: "auto" });
  }, [chosen, virtual]);

  const onKey = (event: KeyboardEvent) => {
    const row = rows[at];
    const keys = combination(event);
    // Pattern Tree View of the ARIA Authoring Practices: to the left it closes, then leads up; to the right it opens.
    if (row && (keys === "ArrowRight" || keys === "ArrowLeft")) {
      const open = keys === "ArrowRight";
      event.preventDefault();
      const above = rows.findLast((one, i) => i < at && one.depth < row.depth);
      if (row.isOpen === !open) onOpen(row, open);
      else if (open && row.isOpen) onPlace(rows[at + 1].place);
      else if (!open && row.depth > 0 && above) onPlace(above.place);
      return;
    }
    const page = Math.max(1, Math.floor((box.current?.clientHeight ?? 0) / rowHeight) - 1);
    const move = listMove(keys, { at, count: rows.length, page });
    if (move === null || move === "all") return;
    event.preventDefault();
    onPlace(rows[move.to].place);
  };
  return (
    <Box as="nav" aria-label="Index" minHeight="0" display="flex" flexDirection="column">
      <Box
        ref={box}
        role="tree"
        aria-label="Folders and lists"
        tabIndex={0}
        overflowY="auto"
        flex="1"
        minHeight="0"
        aria-activedescendant={rows[at] && idOf(rows[at].place)}
        onKeyDown={onKey}
        _focusVisible={{ outlineOffset: "-2px" }}
      >
        <Box role="presentation" position="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start, size }) => {
            const line = lines[index];
            return "heading" in line ? (
              <Box
                key={line.heading}
                role="presentation"
                position="absolute"
                left="0"
                right="0"
                display="flex"
                alignItems="flex-end"
                textStyle="rowTitle"
                px="16px"
                pb="4px"
                style={{ top: start, height: size }}
              >
                {line.heading}
              </Box>
            ) : (
              <IndexRow
                key={idOf(line.place)}
                row={line}
                count={countOf(line.place)}
                here={samePlace(line.place, place)}
                onPlace={onPlace}
                onOpen={onOpen}
                top={start}
                height={size}
              />
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}
