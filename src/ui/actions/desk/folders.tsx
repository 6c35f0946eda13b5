import { OpenFoldersDialog } from "../../library/open-folders-dialog";
import type { Action } from "../action";
import type { DeskHere } from "./here";

export const folders: Action<DeskHere> = {
  id: "desk.folders",
  words: "Open and close folders of the desk",
  short: "folders",
  keys: ["+"],
  strip: true,
  dialog: ({ close }) => <OpenFoldersDialog onClose={close} />,
};
