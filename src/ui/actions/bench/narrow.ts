import { media, type Medium } from "@/core/media";
import type { Action } from "../action";
import type { BenchHere } from "./here";

/** What is listed next: one medium of the session after the other, then all of it again. */
const next = ({ bench: { media, narrowed } }: BenchHere): Medium | null =>
  media[narrowed === null ? 0 : media.indexOf(narrowed) + 1] ?? null;

export const narrow: Action<BenchHere> = {
  id: "bench.narrow",
  name: "List one medium of the session alone, or all of it",
  words: (here) => {
    const to = next(here);
    return to === null ? "List all of the session" : `List ${media[to].plural} alone`;
  },
  short: (here) => {
    const to = next(here);
    return to === null ? "list all" : `${media[to].plural} alone`;
  },
  keys: ["j"],
  on: ["target", "session"],
  offered: ({ bench }) => bench.media.length > 1,
  run: (here) => here.bench.narrow(next(here)),
};
