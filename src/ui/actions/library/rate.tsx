import type { Action } from "../action";
import { ownCard, sayChosen } from "../shared/card";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const RateDialog = later(async () => (await import("../../keeping/rate-dialog")).RateDialog);

export const rate: Action<LibraryHere> = {
  id: "library.rate",
  words: (here) => `Rate ${sayChosen(here)}`,
  short: "rate",
  keys: ["q"],
  on: ["card"],
  offered: ownCard,
  dialog: ({ here, close }) => <RateDialog cards={here.chosenCards} onClose={close} />,
};
