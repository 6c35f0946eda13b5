import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import type { ReactNode, RefObject } from "react";
import type { Selection } from "../parts/use-selection";
import { KeyCap } from "../parts/key-cap";
import { CardTable } from "./card-table";

interface CardsColumnProps {
  /** Of the place. */
  readonly name: string;
  /** How many cards it holds, in words. */
  readonly holds: string;
  readonly typed: string;
  readonly onTyped: (typed: string) => void;
  /** Sentences about names in the search's query that do not exist. */
  readonly missing: readonly string[];
  readonly ids: readonly string[];
  readonly folded: ReadonlyMap<string, number>;
  readonly ownOrder: boolean;
  readonly selection: Selection;
  readonly onOrder: (order: readonly string[], ids: readonly string[]) => void;
  readonly onOpen: () => void;
  /** Shown where nothing is listed. */
  readonly empty: ReactNode;
  readonly filter: RefObject<HTMLInputElement | null>;
  readonly table: RefObject<HTMLDivElement | null>;
}

/** The column in the middle: what place it is, the filter, and the table of its cards. */
export function CardsColumn({
  name,
  holds,
  typed,
  onTyped,
  missing,
  filter,
  table,
  ...rest
}: CardsColumnProps) {
  return (
    <Box
      as="section"
      aria-label="Cards of the place"
      display="flex"
      flexDirection="column"
      minHeight="0"
      pt="16px"
      px="10px"
    >
      <HStack justifyContent="space-between" px="12px" pb="12px" gap="16px">
        <HStack gap="10px" alignItems="baseline" minWidth="0">
          <chakra.h1 textStyle="screenTitle" truncate title={name}>
            {name}
          </chakra.h1>
          <chakra.span color="muted" whiteSpace="nowrap" aria-live="polite">
            {holds}
          </chakra.span>
        </HStack>
        <HStack gap="6px" flexShrink={0}>
          <Input
            ref={filter}
            aria-label="Filter cards"
            placeholder="Filter"
            size="sm"
            width="190px"
            fontFamily="mono"
            bg="raised"
            borderColor="rule"
            borderRadius="part"
            value={typed}
            onChange={(event) => onTyped(event.target.value)}
            onKeyDown={(event) => {
              if (!["Escape", "Enter", "ArrowDown"].includes(event.key)) return;
              if (event.key === "Escape") onTyped("");
              event.preventDefault();
              table.current?.focus();
            }}
          />
          <KeyCap keys="/" />
        </HStack>
      </HStack>
      {missing.length > 0 && (
        <Box px="12px" pb="8px" fontSize="sm" color="muted" role="status">
          {`${missing.join(" ")} The search goes on without it.`}
        </Box>
      )}
      <CardTable ref={table} label="Cards" {...rest} />
    </Box>
  );
}
