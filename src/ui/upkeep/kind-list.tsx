import { Box, chakra } from "@chakra-ui/react";
import { useMemo, type RefObject } from "react";
import { findings } from "@/core/upkeep";
import { useListKeys } from "../parts/use-list-keys";
import type { FoundOfKind } from "./use-findings";

/** What is shown: the use of the library, or a kind of finding by its id. */
export const useOfLibrary = "use";
export const kinds: readonly string[] = [useOfLibrary, ...findings.map(({ id }) => id)];

interface KindListProps {
  readonly kind: string;
  readonly onKind: (kind: string) => void;
  /** Goes on to what was found of the kind. */
  readonly onEnter: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
  readonly all: ReadonlyMap<string, FoundOfKind>;
}

const oneOf = (kind: string, onKind: (kind: string) => void) => ({
  ids: new Set([kind]),
  lead: kind,
  only: onKind,
  toggle: onKind,
  extendTo: onKind,
  move: () => undefined,
  all: () => undefined,
});

/** The kinds of things that want tidying, each with how many there are, below the use of the library. */
export function KindList({ kind, onKind, onEnter, ref, all }: KindListProps) {
  const selection = useMemo(() => oneOf(kind, onKind), [kind, onKind]);
  const onKey = useListKeys(kinds, selection, { many: false });
  const row = (id: string, title: string, count: string, isQuiet: boolean) => (
    <Box
      key={id}
      id={`kind-${id}`}
      role="option"
      aria-selected={id === kind}
      layerStyle="row"
      display="flex"
      justifyContent="space-between"
      gap="10px"
      px="12px"
      py="6px"
      color={isQuiet ? "muted" : undefined}
      onMouseDown={() => onKind(id)}
    >
      <span>{title}</span>
      <chakra.span textStyle="figure" alignSelf="center">
        {count}
      </chakra.span>
    </Box>
  );
  return (
    <Box
      ref={ref}
      role="listbox"
      aria-label="What wants tidying"
      tabIndex={0}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== "ArrowRight") return onKey(event);
        // What is chosen there is not put right by it.
        event.preventDefault();
        onEnter();
      }}
      aria-activedescendant={`kind-${kind}`}
      _focusVisible={{ outlineOffset: "-2px" }}
    >
      {row(useOfLibrary, "Use", "", false)}
      <Box role="presentation" textStyle="hint" px="16px" pt="12px" pb="6px">
        Findings
      </Box>
      {findings.map(({ id, title }) => {
        const of = all.get(id);
        const count = !of ? "…" : of.problem ? "?" : of.found.length.toLocaleString("en");
        return row(id, title, count, of?.found.length === 0);
      })}
    </Box>
  );
}
