import { sentence } from "@/core/library/words";
import { Box, chakra } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, type RefObject } from "react";
import type { HistoryEntry } from "@/core/api/operations/history";
import { useListKeys } from "../parts/use-list-keys";
import type { Selection } from "../parts/use-selection";

export const entryId = ({ streamId, revision }: HistoryEntry) => `${streamId}-${revision}`;

/** What a change was, in a sentence. */
export const sayEntry = ({ direction, summary }: HistoryEntry) =>
  sentence(
    direction === "undo" ? `took back: ${summary}` : direction === "redo" ? `did again: ${summary}` : summary,
  );

export const sayWhere = ({ of, sessionName }: HistoryEntry) =>
  of === "library" ? "Library" : of === "member" ? "Your own" : (sessionName ?? "A session");

const day = new Intl.DateTimeFormat("en-GB", { day: "2-digit", month: "short" });
const time = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });
export const sayWhen = (at: string) => `${day.format(new Date(at))} ${time.format(new Date(at))}`;

const grid = "104px 76px minmax(0, 1fr) 150px";
const rowHeight = 32;

interface HistoryListProps {
  readonly entries: readonly HistoryEntry[];
  readonly who: (actorId: string) => string;
  readonly selection: Selection;
  /** Asks for older entries. */
  readonly onEnd: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** The changes, the newest first; only the rows in view are drawn. */
export function HistoryList({ entries, who, selection, onEnd, ref }: HistoryListProps) {
  const virtual = useVirtualizer({
    count: entries.length,
    getScrollElement: () => ref.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const at = entries.findIndex((entry) => entryId(entry) === selection.lead);
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? -1;
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: "auto" });
  }, [at, virtual]);
  useEffect(() => {
    if (last >= entries.length - 10) onEnd();
  }, [last, entries.length, onEnd]);

  const order = useMemo(() => entries.map(entryId), [entries]);
  const onKey = useListKeys(order, selection, {
    page: () => Math.max(1, Math.floor((ref.current?.clientHeight ?? 0) / rowHeight) - 1),
    many: false,
  });

  return (
    <Box
      ref={ref}
      role="listbox"
      aria-label="Changes"
      tabIndex={0}
      flex="1"
      minHeight="0"
      overflowY="auto"
      onKeyDown={onKey}
      aria-activedescendant={selection.lead ? `change-${selection.lead}` : undefined}
      _focusVisible={{ outlineOffset: "1px" }}
    >
      <Box position="relative" role="presentation" style={{ height: virtual.getTotalSize() }}>
        {items.map((item) => {
          const entry = entries[item.index];
          const id = entryId(entry);
          const selected = id === selection.lead;
          const text = sayEntry(entry);
          return (
            <Box
              key={id}
              id={`change-${id}`}
              role="option"
              aria-selected={selected}
              data-subject="change"
              data-subject-name={text}
              aria-setsize={-1}
              aria-posinset={item.index + 1}
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
              style={{ height: rowHeight, transform: `translateY(${item.start}px)` }}
              onMouseDown={() => selection.only(id)}
            >
              <chakra.span textStyle="figure" color="muted">
                {sayWhen(entry.at)}
              </chakra.span>
              <chakra.span truncate>{who(entry.actorId)}</chakra.span>
              <chakra.span
                truncate
                title={text}
                textDecoration={entry.takenBack ? "line-through" : undefined}
                color={entry.takenBack ? "muted" : undefined}
              >
                {text}
              </chakra.span>
              <chakra.span truncate textStyle="hint" title={sayWhere(entry)}>
                {sayWhere(entry)}
              </chakra.span>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
