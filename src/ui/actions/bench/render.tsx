import { RenderDialog } from "../../bench/render-dialog";
import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";

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
