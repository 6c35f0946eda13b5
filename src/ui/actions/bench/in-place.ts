import { countTargets } from "@/core/library/words";
import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";

/** Something of what is selected has sound of its own, a stretch of which is marked. */
const isMarked = (here: BenchHere) => mayShape(here) && here.bench.range !== null;
const hasChain = ({ selected }: BenchHere) =>
  selected.some(({ mediaId, chain }) => mediaId !== null && chain.settings.length > 0);

export const cutRange: Action<BenchHere> = {
  id: "bench.cut",
  name: "Cut at the ends of the range",
  words: ({ selected }) => `Cut ${countTargets(selected)} at the ends of the range`,
  short: "cut",
  keys: ["Shift+c"],
  on: ["viewer", "target"],
  offered: isMarked,
  run: ({ bench }) => bench.cut(),
};

export const renderInPlace: Action<BenchHere> = {
  id: "bench.render-in-place",
  name: "Render in place",
  words: ({ selected }) => `Render ${countTargets(selected)} in place`,
  short: "render in place",
  keys: ["Shift+r"],
  on: ["target", "chain"],
  offered: (here) => mayShape(here) && hasChain(here),
  run: ({ bench }) => bench.renderInPlace("all"),
};

export const renderRange: Action<BenchHere> = {
  id: "bench.render-range",
  words: "Cut out the range and render it in place",
  short: "render the range",
  keys: ["Alt+r"],
  on: ["viewer"],
  offered: (here) => isMarked(here) && hasChain(here),
  run: ({ bench }) => bench.renderInPlace("range"),
};

export const bringBack: Action<BenchHere> = {
  id: "bench.bring-back",
  name: "Bring back what was before rendering in place",
  words: ({ selected }) =>
    `Bring back what ${countTargets(selected.filter(({ origin }) => origin))} had before rendering in place`,
  short: "bring back",
  keys: ["Shift+b"],
  on: ["target", "chain"],
  offered: (here) => mayShape(here) && here.selected.some(({ origin }) => origin !== null),
  run: async ({ bench, act, session, selected }) => {
    // What was touched last comes before it, and not on top of what is brought back.
    await bench.sendWaiting();
    await act("bring-back", { sessionId: session.id, targetIds: selected.map(({ id }) => id) });
  },
};

/** The card of what was rendered has another content by now. */
export const renderAgain: Action<BenchHere> = {
  id: "bench.render-again",
  words: "Render again with the card as it is now",
  short: "render again",
  keys: ["Shift+v"],
  on: ["target", "chain"],
  strip: true,
  offered: (here) =>
    mayShape(here) &&
    here.selected.some(({ origin }) => {
      const card = origin?.cardId ? here.cards.get(origin.cardId) : undefined;
      return card !== undefined && !card.withdrawn && card.contentVersion !== origin!.cardVersion;
    }),
  run: ({ bench }) => bench.renderInPlace("again"),
};
