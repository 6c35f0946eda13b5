import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { hasSettings } from "./settings";
import { later } from "../../parts/later";

const KeepDialog = later(async () => (await import("../../bench/keep-dialog")).KeepDialog);

export const keep: Action<BenchHere> = {
  id: "chain.keep",
  words: "Keep as card",
  short: "keep",
  keys: ["k"],
  on: ["chain", "target"],
  strip: true,
  offered: hasSettings,
  // In the history what is kept was shaped before.
  run: ({ bench }) => bench.sendWaiting(),
  dialog: ({ here, close }) =>
    here.lead && (
      <KeepDialog
        chain={here.lead.chain}
        kind={here.lead.kind}
        keptOn={here.lead.mediaId}
        strength={here.lead.strength}
        onFit={(chain) => {
          here.bench.shape(chain);
          return here.bench.sendWaiting();
        }}
        onClose={close}
        onKept={(cardId, contentVersion, chain) => {
          close();
          here.kept(cardId, contentVersion, chain);
        }}
      />
    ),
};
