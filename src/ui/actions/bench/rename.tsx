import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const rename: Action<BenchHere> = {
  id: "bench.rename",
  words: "Rename the target",
  keys: ["F2"],
  on: ["target"],
  offered: (here) => mayShape(here) && here.lead !== null,
  dialog: ({ here: { lead, session }, close }) =>
    lead && (
      <NameDialog
        title={`Rename “${lead.name}”`}
        first={lead.name}
        action="Rename"
        command="edit-target"
        input={(name) => ({ sessionId: session.id, targetIds: [lead.id], name })}
        onClose={close}
      />
    ),
};
