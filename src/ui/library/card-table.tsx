"use client";

import { Box, chakra } from "@chakra-ui/react";
import { ArrowDown, ArrowUp } from "lucide-react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type Row,
  type SortingState,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useState, type MouseEvent, type RefObject } from "react";
import { sayChain } from "@/core/chain/describe";
import type { Replica } from "@/core/library/change";
import type { Card } from "@/core/library/entities";
import { sortKey } from "@/core/text/fold";
import { sayOrigin } from "../apply/apply-row";
import type { Selection } from "../parts/use-selection";
import { useListKeys } from "../parts/use-list-keys";
import { KeyCap } from "../parts/key-cap";
import { pressRow, rowPress, selectsAlso } from "../parts/row-press";
import { useTaken } from "./drag";
import { MediumSign } from "../parts/medium-sign";
import { Stamp } from "../parts/stamp";

export interface TableRow {
  readonly card: Card;
  readonly order: string;
  readonly chain: string;
  readonly origin: string;
  readonly key: string;
  readonly aliases: readonly string[];
  readonly favourite: boolean;
}

/** The rows of the table from the library's copy, with what belongs to this member. */
export function tableRows(cards: readonly Card[], replica: Replica, memberId: string): TableRow[] {
  const keys = new Map([...replica.keyBinding.values()].map((k) => [k.cardId, k.key]));
  const favourites = new Set([...replica.favourite.values()].map((f) => f.cardId));
  const aliases = new Map<string, string[]>();
  for (const alias of replica.alias.values())
    aliases.set(alias.cardId, [...(aliases.get(alias.cardId) ?? []), alias.text]);
  return cards.map((card) => ({
    card,
    order: sortKey(card.name),
    chain: sayChain(card.chain),
    origin: sayOrigin(card, memberId),
    key: keys.get(card.id) ?? "",
    aliases: aliases.get(card.id) ?? [],
    favourite: favourites.has(card.id),
  }));
}

const column = createColumnHelper<TableRow>();
const columns = [
  column.accessor("order", {
    id: "name",
    header: "Card",
    sortingFn: (a, b) =>
      a.original.order < b.original.order
        ? -1
        : a.original.order > b.original.order
          ? 1
          : a.original.card.id < b.original.card.id
            ? -1
            : 1,
    cell: ({ row: { original } }) => (
      <Box display="flex" alignItems="center" gap="8px" minWidth="0">
        <Box color="muted" {...selectsAlso}>
          <MediumSign medium={original.card.medium} />
        </Box>
        <chakra.span textStyle="rowTitle" truncate title={original.card.name}>
          {original.card.name}
        </chakra.span>
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
        {original.favourite && <Stamp letter="F" name="Favourites" />}
      </Box>
    ),
  }),
  column.accessor("chain", {
    header: "Chain",
    cell: (cell) => (
      <chakra.span color="muted" truncate display="block" title={cell.getValue()}>
        {cell.getValue()}
      </chakra.span>
    ),
  }),
  column.accessor("origin", {
    header: "Kept by",
    cell: (cell) => <chakra.span textStyle="hint">{cell.getValue()}</chakra.span>,
  }),
  column.accessor("key", {
    header: "Key",
    cell: (cell) => (cell.getValue() ? <KeyCap keys={cell.getValue()} /> : null),
  }),
];
// One object for all renderings: the table sorts anew whenever it is given another.
const byName: SortingState = [{ id: "name", desc: false }];
const unsorted: SortingState = [];
const grid = "minmax(0, 5fr) minmax(0, 3fr) 74px 56px";
const rowHeight = 36;
const headHeight = 28;

interface CardTableProps {
  readonly rows: readonly TableRow[];
  /** Favourites come in their own order until a column is chosen. */
  readonly ownOrder: boolean;
  readonly label: string;
  readonly empty: string;
  readonly selection: Selection;
  /** Hears the order of the rows on the screen, in which the selection moves. */
  readonly onOrder: (order: readonly string[]) => void;
  readonly onOpen: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

interface CardRowProps {
  readonly row: Row<TableRow>;
  readonly index: number;
  /** Pixels from the top. */
  readonly start: number;
  readonly selected: boolean;
  readonly onPress: (event: MouseEvent, id: string) => void;
  readonly onOpen: () => void;
}

function CardRow({ row, index, start, selected, onPress, onOpen }: CardRowProps) {
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
      style={{ height: rowHeight, transform: `translateY(${start}px)` }}
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
}

/** The table of cards; only the rows in view are drawn, however many there are. */
export function CardTable({ rows, ownOrder, label, empty, selection, onOrder, onOpen, ref }: CardTableProps) {
  const [sorting, setSorting] = useState<SortingState>(unsorted);
  const data = useMemo(() => [...rows], [rows]);
  const table = useReactTable({
    data,
    columns,
    state: { sorting: sorting.length > 0 || ownOrder ? sorting : byName },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: (row) => row.card.id,
  });
  const sorted = table.getRowModel().rows;
  const order = useMemo(() => sorted.map((row) => row.id), [sorted]);
  useEffect(() => onOrder(order), [order, onOrder]);
  // The virtualiser is a mutable object; what is drawn follows from its own state, not from props.
  // The head covers what is scrolled to the top, and sets the rows down by its height.
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => ref.current,
    scrollPaddingStart: headHeight,
    scrollPaddingEnd: headHeight,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const leadAt = selection.lead === null ? -1 : order.indexOf(selection.lead);
  useEffect(() => {
    if (leadAt >= 0) virtual.scrollToIndex(leadAt, { align: "auto" });
  }, [leadAt, virtual]);

  const onKey = useListKeys(order, selection, {
    page: () => Math.max(1, Math.floor(((ref.current?.clientHeight ?? 0) - headHeight) / rowHeight) - 1),
  });

  const onPress = (event: MouseEvent, id: string) => pressRow(selection, id, rowPress(event));
  return (
    <Box
      ref={ref}
      role="grid"
      aria-label={label}
      aria-rowcount={sorted.length + 1}
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
        borderColor="cardHead"
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
        {sorted.length === 0 && (
          <Box role="row">
            <Box role="gridcell" px="12px" py="16px" color="muted">
              {empty}
            </Box>
          </Box>
        )}
        <Box position="relative" role="presentation" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = sorted[item.index];
            return (
              <CardRow
                key={row.id}
                row={row}
                index={item.index}
                start={item.start}
                selected={selection.ids.has(row.id)}
                onPress={onPress}
                onOpen={onOpen}
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
