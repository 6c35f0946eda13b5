import type { Action } from "../action";
import type { TeamHere } from "./here";
import { later } from "../../parts/later";

const ScriptKeyDialog = later(async () => (await import("../../team/team-dialogs")).ScriptKeyDialog);

export const newKey: Action<TeamHere> = {
  id: "team.new-key",
  words: "New key for scripts",
  short: "new key for scripts",
  keys: ["k"],
  strip: true,
  dialog: ({ close }) => <ScriptKeyDialog onClose={close} />,
};
