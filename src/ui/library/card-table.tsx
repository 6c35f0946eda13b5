"use client";

import { Box, chakra } from "@chakra-ui/react";
import { ArrowDown, ArrowUp } from "lucide-react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
  type OnChangeFn,
  type Row,
  type SortingState,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type MouseEvent,
  type ReactNode,
  type RefObject,
} from "react";
import { firstColumns, tableColumns, type TableColumnId } from "@/core/library/media";
import type { CardHead, FavouritesList } from "@/core/library/entities";
import { count } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import type { Selection } from "../parts/use-selection";
import { useListKeys } from "../parts/use-list-keys";
import { pressRow, rowPress, selectsAlso } from "../parts/row-press";
import { useKept } from "../parts/use-kept";
import { useTaken } from "./drag";
import { inOrder } from "./table-order";
import { columnsOfTable, orderIn, type TableLook } from "./table-columns";
import { MediumSign } from "../parts/medium-sign";
import { Stars } from "../parts/stars";
import { LockSign } from "../parts/lock-sign";
import { ListStamp } from "../parts/stamp";

export interface TableRow {
  readonly card: CardHead;
  /** What the shown columns say. */
  readonly texts: readonly string[];
  readonly aliases: readonly string[];
  readonly lists: readonly FavouritesList[];
  /** How many variants of it are folded away. */
  readonly folded: number;
  /** Stars, -1 for rejected, 0 for none. */
  readonly stars: number;
}

/** A row of the table, with what belongs to this member. */
const tableRow = (
  card: CardHead,
  shown: readonly TableColumnId[],
  look: TableLook,
  folded: number,
): TableRow => ({
  card,
  texts: shown.map((id) => columnsOfTable[id].text(card, look)),
  aliases: look.shelf.aliasesOf(card.id).map(({ text }) => text),
  lists: look.shelf.listsOf(card.id),
  folded,
  stars: look.shelf.starsOf(card.id),
});

const column = createColumnHelper<TableRow>();
const nameColumn = column.accessor("card", {
  id: "name",
  header: "Card",
  cell: ({ row: { original } }) => (
    <Box display="flex" alignItems="center" gap="8px" minWidth="0">
      <Box color="muted" {...selectsAlso}>
        <MediumSign medium={original.card.medium} />
      </Box>
      <chakra.span textStyle="rowTitle" truncate title={original.card.name}>
        {original.card.name}
      </chakra.span>
      {original.card.layer === "private" && <LockSign />}
      {original.folded > 0 && (
        <chakra.span
          color="muted"
          textStyle="figure"
          flexShrink={0}
          title={`${count(original.folded, "variant")} folded away`}
        >
          {`+${original.folded}`}
        </chakra.span>
      )}
      {original.aliases.map((alias) => (
        <chakra.span
          key={alias}
          textStyle="figure"
          borderBottom="2px solid"
          borderColor="keyGround"
          flexShrink={0}
        >
          {alias}
        </chakra.span>
      ))}
      {original.lists.map((list) => (
        <ListStamp key={list.id} list={list} />
      ))}
      {original.stars !== 0 && <Stars stars={original.stars} />}
    </Box>
  ),
});
/** The columns of a table that shows these. */
const columnsFor = (shown: readonly TableColumnId[]) => [
  nameColumn,
  ...shown.map((id, at) =>
    column.accessor(({ texts }) => texts[at], {
      id,
      header: columnsOfTable[id].header,
      cell: (cell) => {
        const text = cell.getValue();
        const { shown: as } = columnsOfTable[id];
        return as ? (
          as(text)
        ) : (
          <chakra.span color="muted" truncate display="block" title={text}>
            {text}
          </chakra.span>
        );
      },
    }),
  ),
];
const byName: SortingState = [{ id: "name", desc: false }];
const unsorted: SortingState = [];
const gridFor = (shown: readonly TableColumnId[]) =>
  ["minmax(160px, 5fr)", ...shown.map((id) => columnsOfTable[id].track)].join(" ");
const rowHeight = 36;
const headHeight = 28;

interface CardTableProps {
  /** The cards of the place, by name; those of a list in its own order. */
  readonly ids: readonly string[];
  /** How many variants are folded away behind each. */
  readonly folded: ReadonlyMap<string, number>;
  /** They come in an order of their own until a column is chosen. */
  readonly ownOrder: boolean;
  readonly label: string;
  readonly empty: ReactNode;
  readonly selection: Selection;
  /** Hears the order of the rows on the screen, in which the selection moves, and the ids that it was made of. */
  readonly onOrder: (order: readonly string[], ids: readonly string[]) => void;
  readonly onOpen: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** True where two rows show the same. */
const isSameRow = (a: TableRow, b: TableRow): boolean =>
  a.card === b.card &&
  a.stars === b.stars &&
  a.folded === b.folded &&
  a.texts.join("\0") === b.texts.join("\0") &&
  a.lists.length === b.lists.length &&
  a.lists.every((list, i) => list === b.lists[i]) &&
  a.aliases.join() === b.aliases.join();

interface CardRowProps {
  readonly row: Row<TableRow>;
  readonly index: number;
  /** Pixels from the top. */
  readonly start: number;
  readonly selected: boolean;
  readonly grid: string;
  readonly onPress: (event: MouseEvent, id: string) => void;
  readonly onOpen: () => void;
}

const isSameCardRow = (a: CardRowProps, b: CardRowProps): boolean =>
  isSameRow(a.row.original, b.row.original) &&
  a.index === b.index &&
  a.start === b.start &&
  a.selected === b.selected &&
  a.grid === b.grid &&
  a.onPress === b.onPress &&
  a.onOpen === b.onOpen;

/** Drawn anew only when it shows something else, however often the table is while it is scrolled. */
const CardRow = memo(function CardRow({ row, index, start, selected, grid, onPress, onOpen }: CardRowProps) {
  const press = (event: MouseEvent) => onPress(event, row.id);
  return (
    <Box
      {...useTaken(row.id)}
      id={`card-${row.id}`}
      role="row"
      aria-rowindex={index + 2}
      aria-selected={selected}
      position="absolute"
      left="0"
      right="0"
      display="grid"
      gridTemplateColumns={grid}
      gap="12px"
      alignItems="center"
      px="8px"
      layerStyle="row"
      borderBottom="1px solid"
      borderBottomColor="rule"
      style={{ height: rowHeight, top: start }}
      data-subject="card"
      data-subject-name={row.original.card.name}
      onDoubleClick={onOpen}
      onMouseDown={press}
      onClick={press}
    >
      {row.getVisibleCells().map((cell) => (
        <Box key={cell.id} role="gridcell" minWidth="0">
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </Box>
      ))}
    </Box>
  );
}, isSameCardRow);

/** The table of cards; only the rows in view are drawn, however many there are. */
export function CardTable({
  ids,
  folded,
  ownOrder,
  label,
  empty,
  selection,
  onOrder,
  onOpen,
  ref,
}: CardTableProps) {
  const { library } = useDesk();
  const data = useData();
  const { replica, shelf, member, habitsOf } = data;
  const { tableColumns: chosen = firstColumns, tableSort, isViewLocked = false } = member.settings;
  const shown = useMemo(() => tableColumns.filter((id) => chosen.includes(id)), [chosen]);
  const columns = useMemo(() => columnsFor(shown), [shown]);
  const grid = useMemo(() => gridFor(shown), [shown]);
  const look = useMemo<TableLook>(
    () => ({ replica, shelf, habitsOf, memberId: member.id }),
    [replica, shelf, habitsOf, member.id],
  );
  const [sorting, setSorting] = useState<SortingState>(() =>
    tableSort ? [{ id: tableSort.by, desc: tableSort.desc }] : unsorted,
  );
  const sortBy: OnChangeFn<SortingState> = (next) => {
    const made = typeof next === "function" ? next(sorting) : next;
    setSorting(made);
    if (isViewLocked) return;
    const [by] = made;
    const kept = by ? { by: by.id as TableColumnId | "name", desc: by.desc } : null;
    library.saveSettings({ tableSort: kept }).catch(() => undefined);
  };
  const order = useMemo(
    () =>
      inOrder(ids, sorting[0], {
        isOwn: ownOrder,
        byName: () => shelf.at({ kind: "all" }),
        of: (what, id) => orderIn(what as TableColumnId, replica.card.get(id)!, look),
      }),
    [ids, sorting, ownOrder, replica, shelf, look],
  );
  useEffect(() => onOrder(order, ids), [order, ids, onOrder]);
  // The virtualiser is a mutable object; what is drawn follows from its own state, not from props.
  // The head covers what is scrolled to the top, and sets the rows down by its height.
  const virtual = useVirtualizer({
    count: order.length,
    getScrollElement: () => ref.current,
    scrollPaddingStart: headHeight,
    scrollPaddingEnd: headHeight,
    estimateSize: () => rowHeight,
    overscan: 6,
  });
  const items = virtual.getVirtualItems();
  // Only what is in view becomes rows: a hundred thousand of them would fill a gigabyte.
  const inView = items.flatMap(({ index }) => replica.card.get(order[index]) ?? []);
  const table = useReactTable({
    data: useKept(
      inView.map((card) => tableRow(card, shown, look, folded.get(card.id) ?? 0)),
      isSameRow,
    ),
    columns,
    state: { sorting: sorting.length > 0 || ownOrder ? sorting : byName },
    onSortingChange: sortBy,
    manualSorting: true,
    getCoreRowModel: getCoreRowModel(),
    getRowId: (row) => row.card.id,
  });
  const { rowsById } = table.getRowModel();
  const leadAt = selection.lead === null ? -1 : order.indexOf(selection.lead);
  useEffect(() => {
    if (leadAt >= 0) virtual.scrollToIndex(leadAt, { align: "auto" });
  }, [leadAt, virtual]);

  const onKey = useListKeys(order, selection, {
    page: () => Math.max(1, Math.floor(((ref.current?.clientHeight ?? 0) - headHeight) / rowHeight) - 1),
  });

  // For rows that are not drawn anew when these change.
  const latest = useRef({ selection, onOpen });
  useEffect(() => {
    latest.current = { selection, onOpen };
  });
  const onPress = useCallback(
    (event: MouseEvent, id: string) => pressRow(latest.current.selection, id, rowPress(event)),
    [],
  );
  const open = useCallback(() => latest.current.onOpen(), []);
  return (
    <Box
      ref={ref}
      role="grid"
      aria-label={label}
      aria-rowcount={order.length + 1}
      aria-multiselectable="true"
      tabIndex={0}
      onKeyDown={onKey}
      aria-activedescendant={selection.lead ? `card-${selection.lead}` : undefined}
      minHeight="0"
      flex="1"
      overflowY="auto"
      _focusVisible={{ outlineOffset: "1px" }}
    >
      <Box
        role="row"
        aria-rowindex={1}
        display="grid"
        gridTemplateColumns={grid}
        gap="12px"
        px="8px"
        borderLeft="3px solid transparent"
        alignItems="center"
        position="sticky"
        top="0"
        zIndex="1"
        bg="canvas"
        borderBottom="2px solid"
        borderBottomColor="cardHead"
        fontSize="xs"
        fontWeight="600"
        color="muted"
        style={{ height: headHeight }}
      >
        {table.getFlatHeaders().map((header) => {
          const sort = header.column.getIsSorted();
          return (
            <Box
              role="columnheader"
              key={header.id}
              aria-sort={sort === "asc" ? "ascending" : sort === "desc" ? "descending" : "none"}
            >
              <chakra.button tabIndex={-1} onClick={header.column.getToggleSortingHandler()}>
                {flexRender(header.column.columnDef.header, header.getContext())}
                {sort && <SortSign direction={sort} />}
              </chakra.button>
            </Box>
          );
        })}
      </Box>
      <Box role="rowgroup">
        {order.length === 0 && (
          <Box role="row">
            <Box role="gridcell" px="12px" py="16px" color="muted">
              {empty}
            </Box>
          </Box>
        )}
        <Box position="relative" role="presentation" style={{ height: virtual.getTotalSize() }}>
          {items.map((item) => {
            const row = rowsById[order[item.index]];
            if (!row) return null;
            return (
              <CardRow
                key={row.id}
                row={row}
                index={item.index}
                start={item.start}
                selected={selection.ids.has(row.id)}
                grid={grid}
                onPress={onPress}
                onOpen={open}
              />
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}

const SortSign = ({ direction }: { direction: "asc" | "desc" }) => {
  const Icon = direction === "asc" ? ArrowUp : ArrowDown;
  return (
    <chakra.span display="inline-block" verticalAlign="-2px" ml="4px">
      <Icon size={12} aria-hidden="true" />
    </chakra.span>
  );
};
