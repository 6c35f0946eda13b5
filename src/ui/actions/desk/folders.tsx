import type { Action } from "../action";
import type { DeskHere } from "./here";
import { later } from "../../parts/later";

const OpenFoldersDialog = later(
  async () => (await import("../../library/open-folders-dialog")).OpenFoldersDialog,
);

export const folders: Action<DeskHere> = {
  id: "desk.folders",
  words: "Open and close folders of the desk",
  short: "folders",
  keys: ["+"],
  strip: true,
  dialog: ({ close }) => <OpenFoldersDialog onClose={close} />,
};
