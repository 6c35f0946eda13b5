import { findEffect } from "@/core/effects/registry";
import { AddEffect } from "../../bench/add-effect";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";

/** Puts an effect at the end of the chain and goes to its first control. */
function addTo({ lead, bench, openSetting, focusControl }: BenchHere, id: string): void {
  const effect = findEffect(id);
  if (!effect || !lead) return;
  const { settings } = lead.chain;
  bench.shape({ ...lead.chain, settings: [...settings, bench.defaults.beginning(effect)] });
  openSetting(settings.length);
  focusControl(settings.length);
}

export const add: Action<BenchHere> = {
  id: "chain.add",
  words: "Add an effect",
  short: "add",
  keys: ["a"],
  on: ["chain", "setting", "target"],
  strip: true,
  offered: (here) => here.lead !== null,
  dialog: ({ here, close }) =>
    here.lead && (
      <AddEffect
        medium={here.lead.chain.medium}
        beginsAs={here.bench.defaults.wordsOf}
        onAdd={(id) => {
          close();
          addTo(here, id);
        }}
        onClose={close}
      />
    ),
};
