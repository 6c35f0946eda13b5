import { useDeferredValue, useEffect, useMemo, useState } from "react";
import type { SeenTargets } from "@/core/api/fields";
import { wayOf, waysFor, type WayId } from "@/core/chain/ways";
import type { Medium } from "@/core/media";
import { isPassing } from "../data/api";
import { useDesk } from "../data/desk";
import { rememberTarget } from "../data/last-targets";
import { useStore, type Store } from "../data/store";
import { sleep } from "../data/until-answered";
import type { Selection } from "../parts/use-selection";
import { BenchState } from "../state/bench/bench";
import type { Defaults } from "../state/bench/defaults";
import { renderLine } from "../state/bench/in-place";
import type { Audition, BenchView } from "../state/bench/model";
import { Draws } from "./draws";
import { useDefaults } from "./use-defaults";

/** The bench's operations. */
type Doings = Pick<
  BenchState,
  | "playhead"
  | "narrow"
  | "setAudition"
  | "setInMix"
  | "shape"
  | "setStrength"
  | "apply"
  | "putAll"
  | "runRoutine"
  | "mark"
  | "cut"
  | "renderInPlace"
  | "append"
  | "pin"
  | "decide"
  | "takeBack"
>;

/** The bench as it is shown, and what can be done on it. */
export interface Bench extends Omit<BenchView, "selection">, Doings {
  readonly selection: Selection;
  /** The chain that is heard or seen in place of the lead target's own; see `useAudition`. */
  readonly auditions: Store<Audition | null>;
  /** What effects begin with. */
  readonly defaults: Defaults;
  /** The versions of targets as they are seen now, to be asked for when the turn has come of what is done to them. */
  seenOf(ids: readonly string[]): () => SeenTargets;
  /** Sends what still waits, so that it comes before what is asked for next. */
  sendWaiting(): Promise<unknown>;
}

/** The ways to put something on that there are here and now: onto a range only where one is marked. */
export const offeredWays = ({ range }: Pick<Bench, "range">, medium: Medium): readonly WayId[] =>
  waysFor(medium).filter((way) => range !== null || !wayOf(way).cuts);

/**
 * The card that is heard or seen on the selected material without being applied. Deferred, so that the rows of the bar
 * are drawn before the material is.
 */
export const useAudition = ({ auditions }: Pick<Bench, "auditions">): Audition | null =>
  useDeferredValue(useStore(auditions));

/** The bench of one session, whose copy is here. */
export function useBench(sessionId: string): Bench {
  const { libraryId, library, sessions, finder, send, hold, tell, takeBack } = useDesk();
  const defaults = useDefaults();
  const [state] = useState(
    () =>
      new BenchState(sessionId, {
        session: sessions.of(sessionId),
        library: library.state,
        contents: library.contents,
        renderings: renderLine(libraryId),
        send,
        hold,
        tell,
        takeBack,
        takeHabits: (habits) => library.takeHabits(habits),
        draw: new Draws(finder, () => library.state.get().data!.replica).draw,
        isPassing,
        wait: sleep,
        rememberLead: rememberTarget,
      }),
  );
  // Leaving the bench must not lose the last touch.
  useEffect(() => state.follow(), [state]);
  const view = useStore(state.view);
  return useMemo(() => {
    const { ids, lead } = view.selection;
    return {
      ...view,
      auditions: state.audition,
      defaults,
      selection: { ids, lead, ...state.selects },
      playhead: state.playhead,
      narrow: state.narrow,
      setAudition: state.setAudition,
      setInMix: state.setInMix,
      shape: state.shape,
      setStrength: state.setStrength,
      apply: state.apply,
      putAll: state.putAll,
      runRoutine: state.runRoutine,
      mark: state.mark,
      cut: state.cut,
      renderInPlace: state.renderInPlace,
      append: state.append,
      pin: state.pin,
      decide: state.decide,
      takeBack: state.takeBack,
      seenOf: (ids) => state.edits.seenOf(ids),
      sendWaiting: state.edits.saveNow,
    };
  }, [view, defaults, state]);
}
