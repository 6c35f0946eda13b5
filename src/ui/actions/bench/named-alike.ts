import { nextNamedAlike } from "@/core/library/named-alike";
import { count } from "@/core/library/words";
import type { Action } from "../action";
import type { BenchHere } from "./here";

const next = ({ bench, selected, lead }: BenchHere) =>
  nextNamedAlike(
    bench.listed,
    selected.map(({ id }) => id),
    lead?.id ?? null,
  );

/** First all that is named like the leading target, then one group of such names after the other. */
export const namedAlike: Action<BenchHere> = {
  id: "bench.named-alike",
  name: "Select all that is named alike, then the next such group",
  words: (here) => {
    const { ids, isNext } = next(here)!;
    const [first] = here.bench.listed.filter(({ id }) => id === ids[0]);
    return isNext
      ? `Go on to what is named like “${first.name}” (${count(ids.length, "target")})`
      : `Select all that is named like “${first.name}” (${count(ids.length, "target")})`;
  },
  short: (here) => {
    const { ids, isNext } = next(here)!;
    return isNext ? `the next alike (${ids.length})` : `named alike (${ids.length})`;
  },
  keys: ["="],
  on: ["target"],
  strip: true,
  offered: (here) => next(here) !== null,
  run: (here) => here.bench.selection.these(next(here)!.ids),
};
