"use client";

import { Box } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ChevronDown, ChevronRight } from "lucide-react";
import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Replica } from "@/core/library/change";
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
import { keptSearches, samePlace, type LibraryPlace } from "../state/places";
import { useClasses } from "../theme/classes";
import { useLibrary, useShown } from "./library-context";
import { useSearchCounts } from "./use-search-counts";

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
  /** Pixels from the top, and how high it is. */
  readonly top: number;
  readonly height: number;
  readonly onPlace: (place: LibraryPlace) => void;
  readonly onOpen: (row: Row, open: boolean) => void;
}

const styles = {
  row: {
    layerStyle: "row",
    position: "absolute",
    left: "0",
    right: "0",
    "&[data-takes]": { outline: "2px solid", outlineColor: "selected", outlineOffset: "-2px" },
  },
  within: { display: "flex", alignItems: "center", gap: "8px", py: "4px", pr: "16px" },
  opener: {
    position: "absolute",
    top: "0",
    bottom: "0",
    width: "16px",
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    color: "muted",
  },
  name: { truncate: true, flex: "1" },
  count: { textStyle: "figure", color: "muted" },
  heading: {
    position: "absolute",
    left: "0",
    right: "0",
    display: "flex",
    alignItems: "flex-end",
    textStyle: "rowTitle",
    px: "16px",
    pb: "4px",
  },
} as const;

/** How many cards a place holds; null where it is not known yet: searches wait for the index, places for the cards. */
function useCount(place: LibraryPlace): number | null {
  const { finder } = useDesk();
  const isIndexed = useShown((view) => view.isIndexed);
  const found = useStore(finder.counts, (counts) =>
    place.kind === "search" && isIndexed ? (counts[place.id] ?? null) : null,
  );
  const lying = useData(({ shelf, arriving }) =>
    place.kind === "search" || arriving ? null : shelf.count(place),
  );
  return place.kind === "search" ? found : lying;
}

const IndexRow = memo(function IndexRow({ row, onPlace, onOpen, top, height }: IndexRowProps) {
  const id = idOf(row.place);
  const classes = useClasses(styles);
  const count = useCount(row.place);
  const here = useShown(({ place }) => samePlace(row.place, place));
  const { ref, takes } = useDropPlace(id, row.place);
  const content = (
    <>
      {row.isOpen !== undefined && (
        // For the pointer: keys and what is read out know the row itself as open or closed.
        <span
          aria-hidden="true"
          title={row.isOpen ? "close" : "open"}
          className={classes.opener}
          style={{ left: row.depth * 16 }}
          // It opens the row, and leaves where one is as it is.
          onMouseDown={(event) => event.stopPropagation()}
          onPointerDown={(event) => event.stopPropagation()}
          onClick={() => onOpen(row, !row.isOpen)}
        >
          {row.isOpen ? <ChevronDown size={11} /> : <ChevronRight size={11} />}
        </span>
      )}
      {row.stamp}
      <span className={classes.name} title={row.name}>
        {row.name}
      </span>
      <span className={classes.count}>{count}</span>
    </>
  );
  const indent = { paddingLeft: 16 + row.depth * 16 };
  return (
    <div
      ref={ref}
      id={id}
      role="treeitem"
      aria-level={row.depth + 1}
      aria-selected={here}
      aria-expanded={row.isOpen}
      data-subject={subjectOf(row.place)}
      data-subject-name={row.name}
      onMouseDown={() => onPlace(row.place)}
      className={classes.row}
      // By its place, not by a transformation, which dragging leaves out of account.
      data-takes={takes || undefined}
      style={{ top, height }}
    >
      {row.place.kind === "folder" ? (
        <FolderHandle id={row.place.id} indent={indent}>
          {content}
        </FolderHandle>
      ) : (
        <div className={classes.within} style={indent}>
          {content}
        </div>
      )}
    </div>
  );
});

/** Whose menu a place has. */
const subjectOf = ({ kind }: LibraryPlace) =>
  kind === "search" || kind === "tag" || kind === "list" ? kind : "folder";

interface FolderHandleProps {
  readonly id: string;
  readonly indent: CSSProperties;
  readonly children: ReactNode;
}

/** What of a folder's row is taken hold of: all that is in it. */
const FolderHandle = ({ id, indent, children }: FolderHandleProps) => (
  <div {...useTaken(id)} className={useClasses(styles).within} style={indent}>
    {children}
  </div>
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
      ...(search.kept?.ownerId === null && { stamp: <Stamp letter="T" name="The team's" ink="verdigris" /> }),
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

/** The index at the left: the whole library, its folders, what has no folder, lists, searches. Only the lines in view are drawn. */
export function IndexColumn() {
  const classes = useClasses(styles);
  const box = useRef<HTMLDivElement>(null);
  const { open: onPlace } = useLibrary();
  const place = useShown((view) => view.place);
  const folder = useData(({ replica }) => replica.folder);
  const tag = useData(({ replica }) => replica.tag);
  const savedSearch = useData(({ replica }) => replica.savedSearch);
  const hiding = useData(({ replica }) => replica.hiding);
  const { library } = useDesk();
  const settings = useSettings();
  const { closedRows: kept, isViewLocked = false } = settings;
  /** What is closed for now, where the view is locked. */
  const [closedNow, setClosedNow] = useState<readonly string[] | null>(null);
  const closedRows = isViewLocked ? (closedNow ?? kept) : kept;
  const closed = useMemo(() => new Set(closedRows), [closedRows]);
  // Where one is is shown, also in what is closed.
  const to =
    (place.kind === "folder" || place.kind === "tag") &&
    upwards(place.kind === "folder" ? folder : tag, place.id)
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
  const hasOwn = useData(({ shelf }) => shelf.count({ kind: "private" }) > 0) || place.kind === "private";
  const lists = useData(({ shelf }) => shelf.allLists());
  const lines = useMemo(
    () => linesOf({ folder, tag, savedSearch, hiding }, lists, closed, to, hasOwn),
    [folder, tag, savedSearch, hiding, lists, closed, to, hasOwn],
  );
  useSearchCounts();
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
        data-begins=""
        tabIndex={0}
        overflowY="auto"
        flex="1"
        minHeight="0"
        aria-activedescendant={rows[at] && idOf(rows[at].place)}
        onKeyDown={onKey}
        _focusVisible={{ outlineOffset: "-2px" }}
      >
        <div role="presentation" style={{ position: "relative", height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start, size }) => {
            const line = lines[index];
            return "heading" in line ? (
              <div
                key={line.heading}
                role="presentation"
                className={classes.heading}
                style={{ top: start, height: size }}
              >
                {line.heading}
              </div>
            ) : (
              <IndexRow
                key={idOf(line.place)}
                row={line}
                onPlace={onPlace}
                onOpen={onOpen}
                top={start}
                height={size}
              />
            );
          })}
        </div>
      </Box>
    </Box>
  );
}
