import { Box, chakra } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, type RefObject } from "react";
import type { Finding, Found, Look } from "@/core/upkeep/define";
import { pressRow, rowPress } from "../parts/row-press";
import { useListKeys } from "../parts/use-list-keys";
import type { Selection } from "../parts/use-selection";
import { nameOf } from "./names";

const rowHeight = 46;

interface MatterListProps {
  readonly finding: Finding;
  readonly found: readonly Found[];
  readonly look: Look;
  readonly selection: Selection;
  /** Goes back to the kinds. */
  readonly onLeave: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** What was found of a kind, one row each; only the rows in view are drawn. */
export function MatterList({ finding, found, look, selection, onLeave, ref }: MatterListProps) {
  const virtual = useVirtualizer({
    count: found.length,
    getScrollElement: () => ref.current,
    estimateSize: () => rowHeight,
    overscan: 10,
  });
  const order = useMemo(() => found.map(({ id }) => id), [found]);
  const at = selection.lead === null ? -1 : order.indexOf(selection.lead);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: "auto" });
  }, [at, virtual]);
  const onKey = useListKeys(order, selection, {
    page: () => Math.max(1, Math.floor((ref.current?.clientHeight ?? 0) / rowHeight) - 1),
  });
  return (
    <Box
      ref={ref}
      role="listbox"
      aria-label={finding.title}
      aria-multiselectable="true"
      tabIndex={0}
      flex="1"
      minHeight="0"
      overflowY="auto"
      onKeyDown={(event) => {
        if (event.key !== "ArrowLeft") return onKey(event);
        event.preventDefault();
        onLeave();
      }}
      aria-activedescendant={at >= 0 ? `matter-${at}` : undefined}
      _focusVisible={{ outlineOffset: "-2px" }}
    >
      <Box position="relative" role="presentation" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const one = found[item.index];
          const named = nameOf(finding, one.ids[0], look);
          if (!named) return null;
          const says = finding.says(one, look);
          return (
            <Box
              key={one.id}
              id={`matter-${item.index}`}
              role="option"
              aria-selected={selection.ids.has(one.id)}
              aria-setsize={found.length}
              aria-posinset={item.index + 1}
              data-subject="finding"
              data-subject-name={named.name}
              position="absolute"
              left="0"
              right="0"
              px="10px"
              py="4px"
              layerStyle="row"
              borderBottom="1px solid"
              borderBottomColor="rule"
              style={{ height: rowHeight, transform: `translateY(${item.start}px)` }}
              onMouseDown={(event) => pressRow(selection, one.id, rowPress(event))}
            >
              <Box display="flex" justifyContent="space-between" gap="12px">
                <chakra.span textStyle="rowTitle" truncate title={named.name}>
                  {named.name}
                </chakra.span>
                <chakra.span textStyle="hint" truncate flexShrink={1} title={named.where}>
                  {named.where}
                </chakra.span>
              </Box>
              <Box textStyle="hint" truncate title={says}>
                {says}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
