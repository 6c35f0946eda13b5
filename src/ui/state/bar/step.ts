import { placedAt, type WayId } from "@/core/chain/ways";
import { withoutTerm } from "@/core/search/query/print";
import type {
  Around,
  BarApplying,
  BarEvent,
  BarQuestion,
  BarRow,
  BarState,
  BarWish,
  WaitingPress,
} from "./model";
import { drawsFrom, isWholeAlias, keyOf, nearestOf, questionOf, rowsBetween, type BarView } from "./view";

export const barBegins = (scopeId: string | undefined): BarState => ({
  isOpen: true,
  typed: "",
  caret: 0,
  at: 0,
  anchor: null,
  strength: 100,
  scopeId,
  what: null,
  grouping: null,
  isTouched: false,
  isTyping: false,
  back: -1,
  keys: 1,
  gathering: 0,
  waiting: null,
  drawing: null,
  answer: null,
  asked: null,
  nearest: "",
});

/** The beginning of a step. */
export interface BarMoment {
  readonly state: BarState;
  readonly around: Around;
  /** Derived from both. */
  readonly view: BarView;
}

export interface BarStep {
  readonly state: BarState;
  /** In their order. */
  readonly wishes: readonly BarWish[];
}

const stays = (state: BarState): BarStep => ({ state, wishes: [] });
/** Whether two lists name the same targets; somebody else may have moved them meanwhile. */
const same = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id) => b.includes(id));

const movedOn: BarWish = { do: "say", problem: "Another target is selected by now: nothing was put on." };

/** Other words in the field, which has the focus from then on. */
const typing = (state: BarState, text: string, caret = text.length): BarStep => ({
  state: {
    ...state,
    typed: text,
    caret,
    at: 0,
    anchor: null,
    isTouched: true,
    isTyping: true,
    waiting: null,
  },
  // A part that was taken out may have had the focus.
  wishes: [{ do: "focus" }],
});

/** Asks for what is to be known now, unless it is known or on its way. */
function asking(state: BarState, { indexed }: Around, question: BarQuestion): BarStep {
  const key = keyOf(question);
  const { asked } = state;
  const ask: BarStep = {
    state: { ...state, asked: { key, indexed, state: "out" } },
    wishes: [{ do: "ask", question }],
  };
  if (asked?.key !== key) return ask;
  if (asked.indexed === indexed) return stays(state);
  // While the index is built it changes faster than it answers: what it knows so far is shown, then it is asked again.
  return asked.state === "answered"
    ? ask
    : stays({ ...state, asked: { key, indexed, state: "out and old" } });
}

function answered(now: BarMoment, { question, result }: Extract<BarEvent, { kind: "answered" }>): BarStep {
  const { state } = now;
  const { asked } = state;
  // An answer to an earlier question is dropped.
  if (asked?.key !== keyOf(question) || asked.state === "answered") return stays(state);
  const next: BarState = { ...state, answer: { question, result }, asked: { ...asked, state: "answered" } };
  return asked.state === "out"
    ? stays(next)
    : { state: { ...next, asked: { ...asked, state: "out" } }, wishes: [{ do: "ask", question }] };
}

const applyingOf = ({ state, around }: BarMoment, how: WayId, strength = state.strength): BarApplying => ({
  ...placedAt(how, around.settingAt),
  strength,
  keys: state.keys,
});

/** Closes the bar after the last of its wishes. */
const leaving = (state: BarState, ...wishes: readonly BarWish[]): BarStep => ({
  state: { ...state, isOpen: false, waiting: null },
  wishes: [...wishes, { do: "close" }],
});

/** Looks within something else, or in the whole library. */
const lookingWithin = (state: BarState, scopeId: string | undefined) =>
  typing({ ...state, scopeId, grouping: null }, "");

/** Asks for a card at random: of what was called, else of what was found. */
const drawing = ({ state, around, view }: BarMoment): BarStep => ({
  state: { ...state, drawing: around.selected },
  wishes: [
    {
      do: "draw",
      query: view.called || view.isDrawing ? "" : state.typed,
      within: (view.called ?? view.scope)?.query,
    },
  ],
});

function putting(
  now: BarMoment,
  press: { readonly how?: WayId; readonly index?: number; readonly isSeen?: boolean },
): BarStep {
  const { state, around, view } = now;
  const { how = around.way, index } = press;
  // Nothing is put on long after the key was pressed.
  if (state.what && around.likes.hits === null) return stays(state);
  const waiting: WaitingPress = { how, index, on: around.selected };
  // It is put on with what was gathered just before, and once the rows answer to what was typed last: until then the one
  // on top may still be another. A row that was pressed is that row.
  const isGathering = state.gathering > 0 && index === undefined && state.typed === "";
  if (isGathering || !(view.isAnswered || press.isSeen)) return stays({ ...state, waiting });
  const isUsual = index === undefined && how === around.way;
  if (view.routine && isUsual) return leaving(state, { do: "run", routine: view.routine });
  if (view.isDrawing && isUsual) return drawing(now);
  if (view.called && isUsual) return lookingWithin(state, view.called.id);
  if (index === undefined && view.isDraftNext)
    return leaving(state, { do: "put draft", applying: applyingOf(now, how) });
  const rows = index === undefined ? rowsBetween(view, view.from, view.to) : rowsBetween(view, index, index);
  const [row] = rows;
  if (!row) return stays(state);
  const strength = (index !== undefined && "fingerprint" in row && nearestOf(view, row)) || state.strength;
  return leaving(
    state,
    { do: "remember", words: state.typed },
    { do: "put", rows, applying: applyingOf(now, how, strength) },
  );
}

/** The highlighted rows, or the one that will be on top, and the field free at once for what is looked for next. */
function taking(now: BarMoment, what: "gather" | "mark", index?: number): BarStep {
  const { state, around, view } = now;
  const rows: readonly BarRow[] | null =
    view.isAnswered || index !== undefined ? rowsBetween(view, index ?? view.from, index ?? view.to) : null;
  if (rows?.length === 0) return stays(state);
  const free = typing(state, "");
  return {
    state: { ...free.state, isTouched: false },
    wishes: [...free.wishes, { do: what, rows, question: questionOf(state.typed, around, view.scope) }],
  };
}

function gathering(now: BarMoment, index: number | undefined): BarStep {
  const { state, around, view } = now;
  if (state.what && around.likes.hits === null) return stays(state);
  // The first row of a comparison is known once its rows are there.
  if (state.what && !view.isAnswered && index === undefined)
    return stays({ ...state, waiting: { how: null, index, on: around.selected } });
  const taken = taking(now, "gather", index);
  return taken.wishes.length === 0
    ? taken
    : { ...taken, state: { ...taken.state, gathering: state.gathering + 1 } };
}

/** Follows the surroundings: asks, takes the strength of the chosen row, lets a waiting press go. */
function settling(now: BarMoment): BarStep {
  const { around, view } = now;
  const nearest = nearestOf(view, view.card);
  const row = nearest === undefined ? "" : `${view.card!.id} ${nearest}`;
  const told: BarState =
    row === now.state.nearest
      ? now.state
      : { ...now.state, nearest: row, ...(nearest !== undefined && { strength: nearest }) };
  const { state, wishes } = asking(told, around, view.question);
  const { waiting } = state;
  if (!waiting) return { state, wishes };
  if (!same(waiting.on, around.selected))
    return { state: { ...state, waiting: null }, wishes: [...wishes, movedOn] };
  const { how, index } = waiting;
  const free: BarMoment = { ...now, state: { ...state, waiting: null } };
  const done = how === null ? gathering(free, index) : putting(free, { how, index });
  // It waits on, as itself.
  return done.state.waiting ? { state, wishes } : { state: done.state, wishes: [...wishes, ...done.wishes] };
}

function drawn({ state, around, ...now }: BarMoment, id: string | null): BarStep {
  const { drawing } = state;
  if (!drawing) return stays(state);
  const next: BarState = { ...state, drawing: null };
  if (!same(drawing, around.selected)) return { state: next, wishes: [movedOn] };
  const card = id === null ? undefined : around.replica.card.get(id);
  return card
    ? leaving(next, { do: "put", rows: [card], applying: applyingOf({ state, around, ...now }, around.way) })
    : {
        state: next,
        wishes: [
          { do: "say", problem: `Nothing of it fits a ${around.target.kind || "target"}. Ask for more.` },
        ],
      };
}

/**
 * The state of the bar after an event, and its wishes. After every event, and whenever something else is around it, it
 * is told `around`, once what follows is shown: what waited for rows is done to rows that were seen.
 */
export function barStep(now: BarMoment, event: BarEvent): BarStep {
  const { state, around, view } = now;
  if (event.kind === "opened") return stays({ ...state, isOpen: true });
  if (event.kind === "gathered") return stays({ ...state, gathering: Math.max(0, state.gathering - 1) });
  // An answer that comes when the bar is left puts nothing on.
  if (!state.isOpen) return stays(state);
  switch (event.kind) {
    case "left":
      return stays({ ...state, isOpen: false, waiting: null, drawing: null });
    case "pressed":
      return stays({ ...state, keys: state.keys + 1 });
    case "around":
      return settling(now);
    case "answered":
      return answered(now, event);
    case "typed": {
      const typed = typing(state, event.text, event.caret);
      const { text, caret = text.length } = event;
      // By a letter more at the end, not by one that is taken away or by a text that is brought back.
      const isTypedOn =
        text.length === state.typed.length + 1 && text.startsWith(state.typed) && caret === text.length;
      const isActing = around.aliasesAct && isWholeAlias(text, around.replica);
      const acts =
        isTypedOn && !state.what && (isActing || drawsFrom(text, around.replica, view.scope !== undefined));
      if (!acts) return typed;
      // Once the rows answer to it, like a key that is pressed before they do.
      const waiting: WaitingPress = {
        how: around.way,
        index: undefined,
        on: around.selected,
        isLetter: true,
      };
      return { ...typed, state: { ...typed.state, waiting } };
    }
    case "go":
      return stays({
        ...state,
        // Without rows yet, it is the first of those that come.
        at: Math.max(0, event.to),
        anchor: event.extend ? (state.anchor ?? Math.max(0, view.chosen)) : null,
        isTouched: true,
        isTyping: false,
      });
    case "below":
      // At first the row that is chosen already, which is not heard before that.
      return barStep(now, {
        kind: "go",
        to: Math.min(view.count - 1, state.isTouched ? view.chosen + 1 : view.chosen),
      });
    case "put":
      return putting(now, event);
    case "gather":
      return gathering(now, event.index);
    case "mark":
      // The first row of a comparison is known once its rows are there.
      return state.what && !view.isAnswered ? stays(state) : taking(now, "mark");
    case "look like":
      return typing({ ...state, what: event.what, strength: 100 }, "");
    case "look within":
      return lookingWithin(state, event.id);
    case "earlier": {
      if (around.earlier.length === 0) return stays(state);
      const back = (state.back + 1) % around.earlier.length;
      return typing({ ...state, back }, around.earlier[back]);
    }
    case "drop term": {
      const last = view.terms.at(-1);
      return last ? typing(state, withoutTerm(state.typed, last)) : stays(state);
    }
    case "complete": {
      if (!view.completion) return stays(state);
      const { start, end, text } = view.completion;
      return typing(state, state.typed.slice(0, start) + text + state.typed.slice(end));
    }
    case "group":
      return stays({ ...state, grouping: event.by });
    case "strength":
      return stays({ ...state, strength: Math.min(100, Math.max(0, event.percent)) });
    case "draw":
      return drawing(now);
    case "drawn":
      return drawn(now, event.id);
  }
}
