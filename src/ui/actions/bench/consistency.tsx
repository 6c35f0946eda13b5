import { seriesOf } from "@/core/library/series";
import { comparedAs } from "@/core/media";
import type { Target } from "@/core/library/entities";
import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";
import { later } from "../../parts/later";

const ConsistencyDialog = later(
  async () => (await import("../../bench/consistency-dialog")).ConsistencyDialog,
);

/** Fewer are no series. */
const fewest = 3;
const isSeen = ({ mediaId, chain }: Target) => mediaId !== null && comparedAs(chain.medium) === "image";

/** The pictures and clips that are selected, where they are a series; else those of the same card as the lead one. */
function compared({ selected, targets, lead }: Pick<BenchHere, "selected" | "targets" | "lead">): Target[] {
  const chosen = selected.filter(isSeen);
  return chosen.length >= fewest || !lead ? chosen : seriesOf(targets, lead).filter(isSeen);
}

export const consistency: Action<BenchHere> = {
  id: "bench.consistency",
  words: "Compare exposure, white and contrast over the series",
  short: "consistency",
  keys: ["Shift+s"],
  on: ["target"],
  offered: (here) => mayShape(here) && compared(here).length >= fewest,
  dialog: ({ here, close }) => (
    <ConsistencyDialog bench={here.bench} ids={compared(here).map(({ id }) => id)} onClose={close} />
  ),
};
