import { hasKeyframes } from "@/core/chain/keyframes";
import { FitDialog } from "../../bench/fit-dialog";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";

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
