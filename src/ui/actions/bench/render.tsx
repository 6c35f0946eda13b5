import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";
import { later } from "../../parts/later";

const RenderDialog = later(async () => (await import("../../bench/render-dialog")).RenderDialog);

export const render: Action<BenchHere> = {
  id: "bench.render",
  words: "Render what is selected",
  keys: ["r"],
  on: ["target"],
  offered: (here) => mayShape(here) && here.selected.length > 0,
  dialog: ({ here, close }) => (
    <RenderDialog targets={here.selected} sessionId={here.session.id} onClose={close} />
  ),
};
