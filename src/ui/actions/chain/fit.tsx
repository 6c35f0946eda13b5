import { hasKeyframes } from "@/core/chain/keyframes";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { later } from "../../parts/later";

const FitDialog = later(async () => (await import("../../bench/fit-dialog")).FitDialog);

export const fit: Action<BenchHere> = {
  id: "chain.fit",
  words: "Fit the keyframes to the clip",
  short: "fit",
  keys: ["Shift+f"],
  on: ["chain", "setting", "target"],
  offered: ({ lead }) => lead !== null && hasKeyframes(lead.chain),
  dialog: ({ here, close }) =>
    here.lead && <FitDialog chain={here.lead.chain} onFit={here.bench.shape} onClose={close} />,
};
