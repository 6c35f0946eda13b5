"use client";

import { ArrowDown, ArrowUp } from "lucide-react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
  type OnChangeFn,
  type SortingState,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useEffect, useMemo, type MouseEvent, type ReactNode, type RefObject } from "react";
import { firstColumns, tableColumns, type TableColumnId } from "@/core/library/media";
import { useSettings } from "../data/desk";
import { useListKeys } from "../parts/use-list-keys";
import { pressRow, rowPress } from "../parts/row-press";
import { hasOwnOrder, type TableSort } from "../state/library/view";
import { useClasses } from "../theme/classes";
import { CardRow } from "./card-row";
import { useLibrary, useShown } from "./library-context";
import { columnsOfTable } from "./table-columns";

/** The table sorts by its heads alone: its rows are drawn by themselves, those in view. */
const column = createColumnHelper<string>();
const itself = (id: string) => id;
const noRows: string[] = [];
const headOf = (id: string, header: string) => column.accessor(itself, { id, header, sortDescFirst: false });
const columnsFor = (shown: readonly TableColumnId[]) => [
  headOf("name", "Card"),
  ...shown.map((id) => headOf(id, columnsOfTable[id].header)),
];
const byName: SortingState = [{ id: "name", desc: false }];
const unsorted: SortingState = [];
const gridFor = (shown: readonly TableColumnId[]) =>
  ["minmax(160px, 5fr)", ...shown.map((id) => columnsOfTable[id].track)].join(" ");
const rowHeight = 36;
const headHeight = 28;

const styles = {
  table: { minHeight: "0", flex: "1", overflowY: "auto", _focusVisible: { outlineOffset: "1px" } },
  head: {
    height: `${headHeight}px`,
    display: "grid",
    gap: "12px",
    px: "8px",
    borderLeft: "3px solid transparent",
    alignItems: "center",
    position: "sticky",
    top: "0",
    zIndex: "1",
    bg: "canvas",
    borderBottom: "2px solid",
    borderBottomColor: "cardHead",
    fontSize: "xs",
    fontWeight: "600",
    color: "muted",
  },
  sign: { display: "inline-block", verticalAlign: "-2px", ml: "4px" },
  empty: { px: "12px", py: "16px", color: "muted" },
} as const;

interface CardTableProps {
  readonly label: string;
  /** Shown where nothing is listed. */
  readonly empty: ReactNode;
  readonly onOpen: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** The table of cards; only the rows in view are drawn, however many there are. */
export function CardTable({ label, empty, onOpen, ref }: CardTableProps) {
  const classes = useClasses(styles);
  const state = useLibrary();
  const { tableColumns: chosen = firstColumns } = useSettings();
  const shown = useMemo(() => tableColumns.filter((id) => chosen.includes(id)), [chosen]);
  const columns = useMemo(() => columnsFor(shown), [shown]);
  const grid = useMemo(() => gridFor(shown), [shown]);
  const order = useShown((view) => view.order);
  const { ids, lead } = useShown((view) => view.selection);
  const sort = useShown((view) => view.sort);
  const isOwn = useShown(({ place }) => hasOwnOrder(place));
  const sorting = sort ? [{ id: sort.by, desc: sort.desc }] : unsorted;
  const onSort: OnChangeFn<SortingState> = (next) => {
    const [by] = typeof next === "function" ? next(sorting) : next;
    state.sortBy(by ? { by: by.id as TableSort["by"], desc: by.desc } : null);
  };
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
  const table = useReactTable({
    data: noRows,
    columns,
    state: { sorting: sort || isOwn ? sorting : byName },
    onSortingChange: onSort,
    manualSorting: true,
    getCoreRowModel: getCoreRowModel(),
  });
  const leadAt = lead === null ? -1 : order.indexOf(lead);
  useEffect(() => {
    if (leadAt >= 0) virtual.scrollToIndex(leadAt, { align: "auto" });
  }, [leadAt, virtual]);

  const onKey = useListKeys(
    order,
    { ids, lead, ...state.selects },
    { page: () => Math.max(1, Math.floor(((ref.current?.clientHeight ?? 0) - headHeight) / rowHeight) - 1) },
  );
  const onPress = useCallback(
    (event: MouseEvent, id: string) =>
      pressRow({ ...state.view.get().selection, ...state.selects }, id, rowPress(event)),
    [state],
  );
  return (
    <div
      ref={ref}
      className={classes.table}
      role="grid"
      data-begins=""
      aria-label={label}
      aria-rowcount={order.length + 1}
      aria-multiselectable="true"
      tabIndex={0}
      onKeyDown={onKey}
      aria-activedescendant={lead ? `card-${lead}` : undefined}
    >
      <div className={classes.head} role="row" aria-rowindex={1} style={{ gridTemplateColumns: grid }}>
        {table.getFlatHeaders().map(({ id, column, getContext }) => {
          const sorted = column.getIsSorted();
          const Sign = sorted === "desc" ? ArrowDown : ArrowUp;
          return (
            <div
              role="columnheader"
              key={id}
              aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
            >
              <button tabIndex={-1} onClick={column.getToggleSortingHandler()}>
                {flexRender(column.columnDef.header, getContext())}
                {sorted && (
                  <span className={classes.sign}>
                    <Sign size={12} aria-hidden="true" />
                  </span>
                )}
              </button>
            </div>
          );
        })}
      </div>
      <div role="rowgroup">
        {order.length === 0 && (
          <div role="row">
            <div role="gridcell" className={classes.empty}>
              {empty}
            </div>
          </div>
        )}
        <div role="presentation" style={{ position: "relative", height: virtual.getTotalSize() }}>
          {virtual
            .getVirtualItems()
            .map(({ index, start }) =>
              order[index] === undefined ? null : (
                <CardRow
                  key={order[index]}
                  id={order[index]}
                  shown={shown}
                  index={index}
                  start={start}
                  height={rowHeight}
                  grid={grid}
                  onPress={onPress}
                  onOpen={onOpen}
                />
              ),
            )}
        </div>
      </div>
    </div>
  );
}
