import { withoutWords } from "@/core/search/leave-out";
import { later } from "../../parts/later";
import type { Action, ActionFamily } from "../action";
import { chosen, ownSearch, what, type LibraryHere } from "./here";

const LeaveOutDialog = later(async () => (await import("../../library/leave-out-dialog")).LeaveOutDialog);

/** Cards that are looked at for what let them in. */
const most = 20;

/** Changes the open search so that it leaves out some words. */
function leaveWordsOut({ search, act }: LibraryHere, words: readonly string[]) {
  const { kept, name, sort, query } = search!;
  return act(kept!.ownerId === null ? "keep-team-search" : "keep-search", {
    searchId: kept!.id,
    name,
    query: withoutWords(query, words),
    sort,
    seen: kept!.version,
  });
}

/** A row that does not belong leaves the search by the word that let it in; where there are several, one says which. */
export const leaveOut: ActionFamily<LibraryHere> = {
  each: (here) => {
    const isMeant = chosen(here) && ownSearch(here);
    const isFew = here.selected.length <= most;
    const words = isMeant && isFew ? here.wordsOf(here.selected) : [];
    const all = [...new Set(words.flat())];
    const isPlain = words.every((one) => one.length === 1);
    const action: Action<LibraryHere> = {
      id: "search.leave-out",
      name: "Leave cards out of the search by what let them in",
      words: isMeant
        ? `Leave ${what(here)} out of “${here.search!.name}”${isPlain ? `: ${all.map((word) => `-${word}`).join(" ")}` : ""}`
        : "Leave cards out of the search",
      short: "leave out",
      keys: ["-"],
      on: ["card"],
      strip: true,
      offered: () => isMeant,
      refused: () =>
        !isFew
          ? `At most ${most} cards at once are left out of a search. Choose fewer of them.`
          : isMeant && words.some((one) => one.length === 0)
            ? `The search asks for all of the name; change the search itself.`
            : null,
      ...(isPlain
        ? { run: () => leaveWordsOut(here, all) }
        : {
            dialog: ({ close }) => (
              <LeaveOutDialog
                title={`Leave ${what(here)} out`}
                words={all}
                onTake={(word) => {
                  close();
                  void leaveWordsOut(here, [word]);
                }}
                onClose={close}
              />
            ),
          }),
    };
    return [action];
  },
};
