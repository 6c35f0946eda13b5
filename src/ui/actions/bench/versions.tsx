import type { Action } from "../action";
import type { BenchHere } from "./here";
import { later } from "../../parts/later";

const VersionsDialog = later(async () => (await import("../../bench/versions-dialog")).VersionsDialog);

export const versions: Action<BenchHere> = {
  id: "bench.versions",
  words: "Versions of the card",
  keys: ["v"],
  on: ["chain"],
  offered: (here) => here.card !== undefined,
  dialog: ({ here, close }) =>
    here.card ? <VersionsDialog bench={here.bench} card={here.card} onClose={close} /> : null,
};
