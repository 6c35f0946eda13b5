import { useQueryClient } from "@tanstack/react-query";
import { goesOn, mediumIds, type Medium } from "@/core/media";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { sameSettings } from "@/core/chain/medium";
import { longestChain, type Chain } from "@/core/chain/model";
import type { EffectDefinition } from "@/core/effects/define";
import { normaliseChain } from "@/core/chain/values";
import type { CardHead, Routine, Target } from "@/core/library/entities";
import type { TimeRange } from "@/core/library/stand";
import type { InPlaceWork } from "@/core/api/commands/in-place-input";
import { putOn as chainWith, wayOf, waysFor, type WayId } from "@/core/chain/ways";
import type { SeenTargets } from "@/core/api/fields";
import type { InputOf } from "@/core/api/commands";
import { mostSteps, mustRender, type Step } from "@/core/library/steps";
import { learnt, stepOf } from "@/core/library/steps/learn";
import { effectName } from "@/core/chain/describe";
import { shown, type Edit, type Overlay } from "@/core/library/overlay";
import { formatOf, meantOn } from "@/core/library/variants";
import { byPosition } from "@/core/library/order";
import { browsingKeys, mostKeys } from "@/core/library/use";
import { exceptionsOf } from "@/core/library/series";
import { countTargets, sayPiece } from "@/core/library/words";
import { sayError, sentence, useDesk } from "../data/desk";
import { materialOf } from "../data/material";
import { sessionKey } from "../data/library-data";
import type { SessionData } from "../data/library-data";
import { rememberTarget } from "../data/last-targets";
import { Store, useStore } from "../data/store";
import { sleep, untilAnswered } from "../data/until-answered";
import { isPassing } from "../data/api";
import { BenchEdits, type Conflict, type SavePut, type Shape, type Standing } from "./edits";
import { InPlaceRuns, renderLine, type InPlaceState } from "./in-place";
import { markedOn, onTimeline, rangeOn, type Marked } from "./marked";
import type { Playhead } from "./playhead";
import type { Range } from "./use-loop";
import { useDraw } from "./use-draw";
import { useDefaults, type Defaults } from "./use-defaults";
import { useSelection, type Selection } from "../parts/use-selection";

/** A card that is heard or seen on the selected material without being applied. */
export type Audition = Shape;

/** How a card is put on. */
interface Applying {
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** Percent. */
  readonly strength: number;
  readonly just?: { readonly chain?: Chain };
  /** How many keys it took. */
  readonly keys?: number;
}

/** Something that is put on with others: a card's content, or settings by themselves. */
export interface PutItem {
  readonly name: string;
  readonly chain: Chain;
  readonly card?: CardHead;
}

export interface Bench {
  readonly session: SessionData;
  /** In order, with what was changed here laid over what the server knows. */
  readonly targets: readonly Target[];
  /** The media of those, and the one that alone is listed; null for all. */
  readonly media: readonly Medium[];
  readonly narrowed: Medium | null;
  narrow(to: Medium | null): void;
  /** Those that are listed. */
  readonly listed: readonly Target[];
  readonly selection: Selection;
  /** The ids of those that are not as most of their series are. */
  readonly exceptions: readonly string[];
  readonly selected: readonly Target[];
  readonly lead: Target | null;
  readonly audition: Audition | null;
  setAudition(audition: Audition | null): void;
  /** Whether a sound is heard with the rest of its session, or by itself. */
  readonly inMix: boolean;
  setInMix(inMix: boolean): void;
  /** Where in the lead target's clip one is; null where it has none. */
  readonly playhead: Store<Playhead | null>;
  /** Changes the lead target's chain; small steps in quick succession become one change. */
  shape(chain: Chain): void;
  /** Sets the strength of every selected target. */
  setStrength(strength: number): void;
  /**
   * Puts a card on what is selected; with its current content, where none is given. Of variants the one that each target
   * asks for, unless just this card or content is meant.
   */
  apply(card: CardHead, how: Applying): void;
  /**
   * Puts several things on what is selected as one change: one after another in its chains, or each on a return of its
   * own. Resolves to false where that was refused.
   */
  putAll(items: readonly PutItem[], how: Applying): Promise<boolean>;
  /** Takes the steps of a routine on what is selected, and selects what they chose. */
  runRoutine(routine: Routine): void;
  /** What is marked of every target, and what else of one. */
  readonly marked: Marked;
  mark(target: Target, range: Range): void;
  /** The stretch of the timeline that is marked on the lead target; null where that has no sound of its own. */
  readonly range: TimeRange | null;
  /** Cuts what is selected at the ends of the marked range. */
  cut(): void;
  /** Renders what is selected in place; of it the marked range alone, or anew with the newest contents of its cards. */
  renderInPlace(what: "all" | "range" | "again"): void;
  /** What is being rendered in place, and how far that is (0…1). */
  readonly inPlace: InPlaceState | null;
  /** What was done here last, as steps for whatever is selected another time. */
  readonly learnt: readonly Step[];
  /** What effects begin with. */
  readonly defaults: Defaults;
  /** Puts an effect behind the chains of what is selected. */
  append(effect: EffectDefinition): void;
  /** Says that the selected targets that have a chain have it from a card, once it was kept from one of them. */
  pin(cardId: string, contentVersion: number, chain: Chain): Promise<void>;
  /** A target that somebody else changed while it was being changed here; nothing of either is lost until one is chosen. */
  readonly conflict: Conflict | null;
  /** Keeps what was done here, or what somebody else did. */
  decide(keep: "mine" | "theirs"): void;
  /** The versions of targets as they are seen now, to be asked for when the turn has come of what is done to them. */
  seenOf(ids: readonly string[]): () => SeenTargets;
  /** Sends what still waits, so that it comes before what is asked for next. */
  sendWaiting(): Promise<unknown>;
  /** Sends what still waits, then takes back. */
  takeBack(direction: "undo" | "redo"): Promise<void>;
}

/** The ways to put something on that there are here and now: onto a range only where one is marked. */
export const offeredWays = ({ range }: Pick<Bench, "range">, medium: Medium): readonly WayId[] =>
  waysFor(medium).filter((way) => range !== null || !wayOf(way).cuts);

const onSeen = ({ ids, seen }: ReturnType<Parameters<SavePut>[0]>) => ({
  targetIds: [...ids],
  seenTargets: seen,
});
const itself = <T>(value: T): T => value;
const overlayOf = ({ overlay }: { readonly overlay: Overlay }) => overlay;
const firstConflict = ({ conflicts }: { readonly conflicts: readonly Conflict[] }) => conflicts[0] ?? null;

/** The state of the bench for one session. Edits show at once and are saved behind them. */
export function useBench(fetched: SessionData): Bench {
  const desk = useDesk();
  const { send: sendOn, tell, hold, takeBack: serverTakeBack } = desk;
  const { library } = desk;
  const { contents } = library;
  const client = useQueryClient();
  const [audition, setAudition] = useState<Audition | null>(null);
  const [inMix, setInMix] = useState(false);
  const [playhead] = useState(() => new Store<Playhead | null>(null));
  const [marked, setMarked] = useState<Marked>(new Map());
  const mark = useCallback(
    (target: Target, range: Range) => setMarked((now) => markedOn(now, target, range)),
    [],
  );
  const { libraryId } = desk;
  const runs = useMemo(() => new InPlaceRuns(renderLine(libraryId)), [libraryId]);
  const inPlace = useStore(runs, itself);

  const { id: sessionId } = fetched.session;
  // From the cache itself: its notices come a turn later, and an edit that has settled would meanwhile be shown as if it
  // had never been made.
  const cachedOf = useCallback(
    () => client.getQueryData<SessionData>(sessionKey(sessionId)),
    [client, sessionId],
  );
  const known = useCallback((id: string) => cachedOf()?.replica.target.get(id), [cachedOf]);
  const [learntSteps, setLearnt] = useState<readonly Step[]>([]);
  /** Sends, and remembers what was done as a step where it is one. */
  const send = useCallback<typeof sendOn>(
    async (command, makeInput, isAgain) => {
      let step: Step | null = null;
      const make = () => {
        const input = makeInput();
        const { targetId } = input as { readonly targetId?: string };
        step = stepOf({ command, input: input as object, before: known(targetId ?? ""), nameOf: effectName });
        return input;
      };
      const answer = await sendOn(command, make, isAgain);
      const done: Step | null = step;
      if (done && answer.change) setLearnt((steps) => learnt(steps, done, mostSteps));
      return answer;
    },
    [sendOn, known],
  );
  const edits = useMemo(
    () =>
      new BenchEdits(sessionId, {
        send,
        hold,
        tell,
        undo: () => serverTakeBack("undo"),
        known,
        revision: () => cachedOf()?.stream.revision ?? 0,
        isOthers: (id, after) => (cachedOf()?.others.get(id) ?? 0) > after,
      }),
    [sessionId, send, hold, tell, serverTakeBack, known, cachedOf],
  );
  // Leaving the bench must not lose the last touch.
  useEffect(() => () => void edits.saveNow(), [edits]);
  const overlay = useStore(edits, overlayOf);
  const conflict = useStore(edits, firstConflict);

  const [hearStored] = useState(() => (listener: () => void) => client.getQueryCache().subscribe(listener));
  const cached = useSyncExternalStore(hearStored, cachedOf, cachedOf);
  const session = useMemo(() => ({ ...(cached ?? fetched), session: fetched.session }), [cached, fetched]);
  const stored = session.replica.target;
  const targets = useMemo(
    () => [...stored.values()].map((t) => shown(t, overlay)).sort(byPosition),
    [stored, overlay],
  );
  const media = useMemo(
    () => mediumIds.filter((medium) => targets.some(({ chain }) => chain.medium === medium)),
    [targets],
  );
  const [wanted, narrow] = useState<Medium | null>(null);
  const narrowed = wanted && media.length > 1 && media.includes(wanted) ? wanted : null;
  const listed = useMemo(
    () => (narrowed ? targets.filter(({ chain }) => chain.medium === narrowed) : targets),
    [targets, narrowed],
  );
  const order = useMemo(() => listed.map((t) => t.id), [listed]);
  const { card: cards } = desk.data.replica;
  const exceptions = useMemo(() => exceptionsOf(targets, cards), [targets, cards]);
  const selection = useSelection(order);
  const selected = useMemo(() => targets.filter((t) => selection.ids.has(t.id)), [targets, selection.ids]);
  const lead = targets.find((t) => t.id === selection.lead) ?? null;

  const leadId = lead?.id;
  useEffect(() => {
    if (leadId !== undefined) rememberTarget(sessionId, leadId);
  }, [sessionId, leadId]);

  // What callbacks need of the latest render, without being made anew by it.
  const { data } = desk;
  const facts = lead && materialOf(session.media, lead)?.facts;
  const range = useMemo(
    () => (lead && facts?.kind === "audio" ? onTimeline(lead, facts, rangeOn(lead, facts, marked)) : null),
    [lead, facts, marked],
  );
  const latest = useRef({ targets, selected, lead, data, range });
  useEffect(() => {
    latest.current = { targets, selected, lead, data, range };
  });

  const decide = useCallback(
    (keep: "mine" | "theirs") => {
      if (conflict) void edits.decide(conflict, keep);
    },
    [edits, conflict],
  );

  const shape = useCallback(
    (chain: Chain) => {
      const { lead } = latest.current;
      if (!lead) return;
      const clean = normaliseChain(chain).chain;
      const cleared = clean.settings.length === 0 ? { cardId: null, cardVersion: null, strength: 100 } : {};
      edits.touch(new Map([[lead.id, { chain: clean, ...cleared }]]));
    },
    [edits],
  );

  const setStrength = useCallback(
    (strength: number) => {
      const value = Math.round(Math.min(100, Math.max(0, strength)));
      edits.touch(new Map(latest.current.selected.map((t) => [t.id, { strength: value }])));
    },
    [edits],
  );

  /** What of some targets is another thing once something was put on their chains. */
  const editsOf = useCallback(
    (ids: readonly string[], chain: Chain, { how, at, strength }: Applying, pin: Edit) => {
      const sent = new Map<string, Edit>();
      if (wayOf(how).beside || wayOf(how).cuts) return sent;
      for (const t of latest.current.targets.filter(({ id }) => ids.includes(id))) {
        const next = chainWith(t.chain, chain, how, at);
        if (how === "missing" && next.settings.length === t.chain.settings.length) continue;
        sent.set(t.id, { chain: next, strength: wayOf(how).keepsStrength ? t.strength : strength, ...pin });
      }
      return sent;
    },
    [],
  );

  /**
   * Shows edits at once while what makes them is saved, for some targets and as these were seen. Resolves to false where
   * it was refused.
   */
  const showAhead = useCallback(
    async (how: WayId, standing: Standing, sent: Overlay, save: SavePut): Promise<boolean> => {
      setAudition(null);
      // What waits is sent as it was before; what is seen changes at once.
      const saved = edits.saveNow();
      try {
        if (wayOf(how).replaces)
          await edits.replace(sent, (asSeen, isAgain) => saved.then(() => save(asSeen, isAgain)), standing);
        else {
          edits.lay(sent);
          await saved;
          // A card that is added to a chain removes nothing of it, so no version is compared.
          await save(
            () => ({ ids: [...standing.shapes.keys()], seen: {} }),
            () => false,
          ).finally(() => edits.settle(sent));
        }
        return true;
      } catch (error) {
        tell({ kind: "problem", text: sayError(error) });
        return false;
      }
    },
    [edits, tell],
  );

  /** What a way asks for besides: the place of the chosen setting, or what is marked. */
  const placeOf = useCallback(({ how, at }: Applying) => {
    const { range } = latest.current;
    return { ...(how === "at" && { at }), ...(wayOf(how).cuts && range && { range }) };
  }, []);

  /** Puts a content on some targets: seen at once, saved behind it. */
  const putOn = useCallback(
    (
      ids: readonly string[],
      card: CardHead,
      chain: Chain,
      applying: Applying,
      standing = edits.standingOf(ids),
    ) => {
      const { how, strength, keys } = applying;
      const browsed = (one: CardHead) => {
        const { replica, shelf } = latest.current.data;
        return browsingKeys(one, replica.folder, shelf);
      };
      const pin = { cardId: card.id, cardVersion: card.contentVersion };
      const place = placeOf(applying);
      const edited = editsOf(ids, chain, applying, pin);
      void showAhead(how, standing, edited, async (asSeen, isAgain) => {
        const input = () => ({
          ...onSeen(asSeen()),
          sessionId,
          cardId: card.id,
          contentVersion: card.contentVersion,
          strength,
          how,
          ...place,
          ...(keys !== undefined && { keys: Math.min(mostKeys, keys), browsing: browsed(card) }),
        });
        const { result } = await send("apply-card", input, isAgain);
        library.takeHabits(result.habits);
      });
    },
    [edits, showAhead, editsOf, placeOf, send, sessionId, library],
  );

  const putAll = useCallback(
    async (items: readonly PutItem[], applying: Applying): Promise<boolean> => {
      const { selected } = latest.current;
      const { how, at, strength } = applying;
      const refuse = (text: string) => {
        tell({ kind: "problem", text });
        return false;
      };
      if (selected.length === 0) return refuse("Select something to put it on.");
      const [{ chain }] = items;
      const wrong = selected.find((t) => !goesOn(chain.medium, t.chain.medium));
      if (wrong)
        return refuse(
          `This is for ${sayPiece(chain.medium)}; “${wrong.name}” is ${sayPiece(wrong.chain.medium)}.`,
        );
      const whole = { ...chain, settings: items.flatMap((item) => item.chain.settings) };
      const full = selected.find(
        (t) => !wayOf(how).beside && chainWith(t.chain, whole, how, at).settings.length > longestChain,
      );
      if (full) return refuse(`The chain on “${full.name}” would have more than ${longestChain} settings.`);
      const ids = selected.map(({ id }) => id);
      const unpinned = how === "replace" ? { cardId: null, cardVersion: null } : {};
      const place = placeOf(applying);
      const edited = editsOf(ids, whole, applying, unpinned);
      return showAhead(how, edits.standingOf(ids), edited, async (asSeen, isAgain) => {
        const input = () => ({
          ...onSeen(asSeen()),
          sessionId,
          parts: items.map(({ name, chain, card }): InputOf<"apply-draft">["parts"][number] =>
            card ? { cardId: card.id, contentVersion: card.contentVersion } : { name, chain },
          ),
          how,
          strength,
          ...place,
        });
        const { change, result } = await send("apply-draft", input, isAgain);
        library.takeHabits(result.habits);
        tell({
          kind: "done",
          text: change ? sentence(change.summary) : `It is on ${countTargets(selected)} already.`,
        });
      });
    },
    [edits, showAhead, editsOf, placeOf, send, tell, sessionId, library],
  );

  /** Cards whose content is still on its way; one after another, as they were asked for. */
  const coming = useRef<Promise<void> | null>(null);
  const apply = useCallback(
    (card: CardHead, applying: Applying) => {
      const { just } = applying;
      const { selected, data } = latest.current;
      const wrong = selected.find((t) => !goesOn(card.medium, t.chain.medium));
      if (selected.length === 0) return tell({ kind: "problem", text: "Select something to apply it to." });
      if (wrong)
        return tell({
          kind: "problem",
          text: `“${card.name}” is for ${sayPiece(card.medium)}; “${wrong.name}” is ${sayPiece(wrong.chain.medium)}.`,
        });
      const variants = data.shelf.variantsOf(card.id).flatMap((id) => data.replica.card.get(id) ?? []);
      const meant =
        just || variants.length === 0
          ? new Map([[card, selected.map((t) => t.id)]])
          : meantOn(
              variants,
              selected.map(({ id, kind, mediaId }) => ({
                id,
                kind,
                format: formatOf(mediaId === null ? undefined : session.media.get(mediaId)?.facts),
              })),
              data.habitsOf,
              data.member.settings.preferredFormats,
            );
      const said = Array.from(
        meant,
        ([one, ids]) =>
          `“${one.name}” ${wayOf(applying.how).said} ${countTargets(selected.filter(({ id }) => ids.includes(id)))}`,
      );
      tell({ kind: "done", text: `${said.join(", ")}.` });
      const putOne = (one: CardHead, ids: readonly string[]) => {
        const chain = just?.chain ?? contents.peek(one.fingerprint)?.chain;
        if (chain && !coming.current) return putOn(ids, one, chain, applying);
        const before = coming.current ?? Promise.resolve();
        const standing = edits.standingOf(ids);
        const release = hold();
        const content =
          chain ?? untilAnswered(() => contents.get(one.fingerprint), { isPassing, wait: sleep });
        const turn = Promise.all([content, before])
          .then(
            ([content]) => putOn(ids, one, content, applying, standing),
            (error) => tell({ kind: "problem", text: `“${one.name}” is not on it: ${sayError(error)}` }),
          )
          .finally(() => {
            release();
            if (coming.current === turn) coming.current = null;
          });
        coming.current = turn;
      };
      for (const [one, ids] of meant) putOne(one, ids);
    },
    [contents, edits, hold, putOn, tell, session.media],
  );

  const defaults = useDefaults();
  const append = useCallback(
    (effect: EffectDefinition) => {
      const { selected } = latest.current;
      if (selected.length === 0) return tell({ kind: "problem", text: "Select something to add it to." });
      const full = selected.find((t) => t.chain.settings.length >= longestChain);
      if (full)
        return tell({
          kind: "problem",
          text: `The chain on “${full.name}” has ${longestChain} settings already.`,
        });
      setAudition(null);
      const setting = defaults.beginning(effect);
      edits.touch(
        new Map(
          selected
            .filter((t) => goesOn(effect.medium, t.chain.medium))
            .map((t) => [t.id, { chain: { ...t.chain, settings: [...t.chain.settings, setting] } }]),
        ),
      );
      tell({ kind: "done", text: `${effect.name} added to ${countTargets(selected)}.` });
    },
    [edits, tell, defaults],
  );

  const pin = useCallback(
    async (cardId: string, contentVersion: number, chain: Chain) => {
      // Asked first: what is selected may change while the last touch is saved.
      const { selected, lead } = latest.current;
      const ids = [...new Set([...(lead ? [lead] : []), ...selected])]
        .filter((t) => t.chain.medium === chain.medium && sameSettings(t.chain, chain))
        .map((t) => t.id);
      await edits.saveNow();
      if (ids.length > 0)
        await send("pin-card", () => ({
          sessionId,
          targetIds: ids,
          cardId,
          contentVersion,
        }));
    },
    [edits, send, sessionId],
  );

  const takeBack = useCallback(
    async (direction: "undo" | "redo") => {
      // What is under way is the last thing that was done.
      if (direction === "undo" && (await runs.stopLatest()) === "stopped") return;
      await edits.saveNow();
      // What was taken back is no step.
      if (direction === "undo") setLearnt((steps) => steps.slice(0, -1));
      await serverTakeBack(direction);
    },
    [edits, runs, serverTakeBack],
  );

  const { these } = selection;
  /** Has something rendered, after what still waits was sent; the session is changed once it is there. */
  const askForPlace = useCallback(
    async (work: Omit<InPlaceWork, "sessionId">) => {
      setAudition(null);
      try {
        const { state, problem, said, selected, name } = await runs.render(
          () => ({ sessionId, ...work }),
          edits.saveNow(),
        );
        if (state === "done") {
          if (work.routineId === undefined && !work.again) {
            const steps: Step[] = work.range ? [{ kind: "cut" }, { kind: "render" }] : [{ kind: "render" }];
            setLearnt((now) => steps.reduce((all, step) => learnt(all, step, mostSteps), now));
          }
          tell({ kind: "done", text: sentence(said ?? name) });
          if (selected) these(selected);
        } else if (state === "cancelled")
          tell({ kind: "done", text: "The rendering was stopped: nothing was changed." });
        else tell({ kind: "problem", text: problem ?? "It could not be rendered." });
      } catch (error) {
        tell({ kind: "problem", text: sayError(error) });
      }
    },
    [edits, runs, sessionId, tell, these],
  );

  const renderInPlace = useCallback(
    (what: "all" | "range" | "again") => {
      const { range, selected } = latest.current;
      void askForPlace({
        targetIds: selected.map(({ id }) => id),
        ...(what === "range" && range && { range }),
        ...(what === "again" && { again: true }),
      });
    },
    [askForPlace],
  );

  const draw = useDraw();
  const runRoutine = useCallback(
    ({ id: routineId, steps }: Routine) => {
      const { selected, range, lead } = latest.current;
      const ids = selected.map(({ id }) => id);
      setAudition(null);
      void (async () => {
        try {
          const drawn = lead ? await draw(steps, lead) : [];
          const input = { routineId, ...(range && { range }), ...(drawn.length > 0 && { drawn }) };
          if (mustRender(steps)) return await askForPlace({ targetIds: ids, ...input });
          const seen = edits.seenOf(ids);
          // Sent as it was before.
          await edits.saveNow();
          const { change, result } = await sendOn("run-routine", () => ({
            sessionId,
            targetIds: ids,
            seenTargets: seen(),
            ...input,
          }));
          tell({ kind: "done", text: change ? sentence(change.summary) : "It was so already." });
          library.takeHabits(result.habits);
          these(result.selected);
        } catch (error) {
          tell({ kind: "problem", text: sayError(error) });
        }
      })();
    },
    [askForPlace, draw, edits, sendOn, tell, sessionId, these, library],
  );

  const cut = useCallback(() => {
    const { selected, range } = latest.current;
    if (!range) return;
    void (async () => {
      await edits.saveNow();
      try {
        const { change } = await send("cut-targets", () => ({
          sessionId,
          targetIds: selected.map(({ id }) => id),
          range,
        }));
        tell({ kind: "done", text: change ? sentence(change.summary) : "The range is all of it already." });
      } catch (error) {
        tell({ kind: "problem", text: sayError(error) });
      }
    })();
  }, [edits, send, sessionId, tell]);

  return {
    session,
    targets,
    media,
    narrowed,
    narrow,
    listed,
    exceptions,
    selection,
    selected,
    lead,
    audition,
    setAudition,
    inMix,
    setInMix,
    playhead,
    shape,
    setStrength,
    apply,
    putAll,
    runRoutine,
    marked,
    mark,
    range,
    cut,
    renderInPlace,
    inPlace,
    learnt: learntSteps,
    defaults,
    append,
    pin,
    conflict,
    decide,
    seenOf: (ids) => edits.seenOf(ids),
    sendWaiting: edits.saveNow,
    takeBack,
  };
}
