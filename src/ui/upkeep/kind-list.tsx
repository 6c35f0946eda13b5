import { Box, chakra } from "@chakra-ui/react";
import type { KeyboardEvent, RefObject } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { findings } from "@/core/upkeep";
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

/** The kinds of things that want tidying, each with how many there are, below the use of the library. */
export function KindList({ kind, onKind, onEnter, ref, all }: KindListProps) {
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = listMove(keys, { at: kinds.indexOf(kind), count: kinds.length });
    // What is chosen there is not put right by it.
    if (keys === "Enter" || keys === "ArrowRight") onEnter();
    else if (move && move !== "all") onKind(kinds[move.to]);
    else return;
    event.preventDefault();
  };
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
      onKeyDown={onKey}
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
