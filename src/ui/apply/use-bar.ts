import { startTransition, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { sayEffects } from "@/core/chain/describe";
import { draftChain, emptyDraft, gathered, type Draft } from "@/core/chain/draft";
import { longestChain } from "@/core/chain/model";
import { usualWay } from "@/core/library/media";
import { meantOn } from "@/core/library/variants";
import type { CardHead } from "@/core/library/entities";
import { searchTarget } from "../bench/search-target";
import { offeredWays, type Bench } from "../bench/use-bench";
import { useContent } from "../data/contents";
import { marksFirst } from "../actions/shared/mark-first";
import { sayError, useDesk, useData } from "../data/desk";
import { useDraft } from "../data/drafts";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";
import { useVocabulary } from "../data/vocabulary";
import { useHidden } from "../keeping/use-hidden";
import { useKeysFollow } from "../keys/held-keys";
import { useMatching } from "../data/use-standing";
import { Bar } from "../state/bar/bar";
import type { PutItem } from "../state/bench/model";
import {
  isCard,
  type Around,
  type BarQuestion,
  type BarRow,
  type BarState,
  type BarWish,
  type Scope,
} from "../state/bar/model";
import { effectsFor, heardOf, keysFollow, sayListed } from "../state/bar/view";
import { earlierQueries, rememberQuery } from "./earlier-queries";
import { rememberFound, type LastFound } from "./last-found";
import { useLikeness } from "./use-likeness";

/** Of so many cards found the contents are fetched before one of them is chosen. */
const wantedSoon = 12;
/** Milliseconds; what tops the list between two letters of a word need not be rendered. */
const restAfterLetters = 120;

export interface BarOpened {
  readonly bench: Bench;
  /** The saved search or folder that it looks within at first. */
  readonly scopeId?: string;
  /** The stage that it looks within at first. */
  readonly stage?: Scope;
  /** The place of the setting that is chosen. */
  readonly settingAt: number | null;
  readonly onClose: () => void;
}

/** Collects the bar's surroundings. */
function useAround({ bench, stage, settingAt }: BarOpened, { what, typed }: BarState): Around {
  const { library, libraryId } = useDesk();
  const data = useData();
  const { replica, member } = data;
  const { settings } = member;
  const { lead, selected } = bench;
  const indexed = useStore(library.arrival, indexedTenths);
  const { effects: hidden } = useHidden();
  const likes = useLikeness(what, bench);
  const matching = useMatching(what ? typed : "");
  const vocabulary = useVocabulary();
  const target = searchTarget(bench, settings);
  const { draft } = useDraft(target.medium);
  const ids = useMemo(() => selected.map(({ id }) => id), [selected]);
  return {
    target,
    selected: ids,
    lead,
    way: usualWay(settings, target.kind),
    ways: offeredWays(bench, target.medium),
    settingAt,
    draft,
    replica,
    indexed: useMemo(() => ({ replica, indexed }), [replica, indexed]),
    stage,
    aliasesAct: settings.aliasesAct === true,
    hidden,
    likes,
    matching,
    vocabulary,
    earlier: useMemo(() => earlierQueries(libraryId, member.id), [libraryId, member.id]),
  };
}

/** Fulfils what the bar wishes; `send` takes in what comes of it. */
function useFulfilled(
  { bench, onClose }: BarOpened,
  around: Around,
  send: Bar["send"],
  focus: () => void,
): (wish: BarWish) => void {
  const { library, finder, libraryId, tell, act } = useDesk();
  const data = useData();
  const { contents } = library;
  const markOnFirst = async (cards: readonly CardHead[]) => {
    if (cards.length === 0)
      return tell({ kind: "problem", text: "An effect by itself is on no list: keep it as a card." });
    await marksFirst.run({ shelf: library.state.get().data!.shelf, chosenCards: cards, act });
  };
  const { draft, setDraft } = useDraft(around.target.medium);
  /** Rows that are on their way into the draft, one after another. */
  const gathering = useRef(Promise.resolve());
  const { replica, shelf, habitsOf } = data;
  const say = (error: unknown) => tell({ kind: "problem", text: sayError(error) });

  /** Of variants, the one that the chosen target asks for; the others were asked for by themselves. */
  const isMeant = (picked: CardHead) => {
    const variants = shelf.variantsOf(picked.id).flatMap((id) => replica.card.get(id) ?? []);
    const { kind, format = "" } = around.target;
    return (
      variants.length === 0 ||
      meantOn(variants, [{ id: "", kind, format }], habitsOf, data.member.settings.preferredFormats).has(
        picked,
      )
    );
  };
  /** The contents of rows. Rejects where one cannot be fetched. */
  const itemsOf = (rows: readonly BarRow[]): Promise<PutItem[]> =>
    Promise.all(
      rows.map(async (row): Promise<PutItem> =>
        isCard(row)
          ? { name: row.name, chain: await contents.get(row.fingerprint), card: row }
          : {
              name: row.name,
              chain: { medium: row.medium, settings: [bench.defaults.beginning(row)] },
            },
      ),
    );
  /** The first row of a question's answer. */
  const topOf = async (question: BarQuestion): Promise<BarRow[]> => {
    const { hits } = await finder.ask("recall", { ...question, limit: 1 });
    const top = (hits[0] && replica.card.get(hits[0].id)) ?? effectsFor(question, around.hidden)[0];
    return top ? [top] : [];
  };
  const gather = async (rows: readonly BarRow[] | null, question: BarQuestion) => {
    const items = await itemsOf(rows ?? (await topOf(question)));
    if (items.length === 0) return tell({ kind: "problem", text: `Nothing answers to “${question.query}”.` });
    rememberQuery(libraryId, data.member.id, question.query);
    setDraft((now) => {
      const next = items.reduce<Draft | null>(
        (draft, { name, chain, card }) =>
          // A draft may become everybody's; the name of a private card must not.
          draft &&
          gathered(draft, card?.layer === "private" ? sayEffects(card.effects) : name, chain, card?.id),
        now,
      );
      if (!next)
        tell({ kind: "problem", text: `A draft has at most ${longestChain} settings, as a chain has.` });
      return next ?? now;
    });
  };
  return (wish) => {
    switch (wish.do) {
      case "ask": {
        const { question } = wish;
        return void finder
          .ask("recall", question)
          .then((result) => send({ kind: "answered", question, result }));
      }
      case "put": {
        const { rows, applying } = wish;
        const [row] = rows;
        if (rows.length > 1) return void itemsOf(rows).then((items) => bench.putAll(items, applying), say);
        // An effect by itself stands for no chain: it is added to what is there.
        if (!isCard(row)) return bench.append(row);
        return bench.apply(row, { ...applying, ...(isMeant(row) ? {} : { just: {} }) });
      }
      case "put draft": {
        // It comes back where it could not be put on.
        setDraft(emptyDraft(draft.medium));
        return void bench
          .putAll([{ name: "Draft", chain: draftChain(draft) }], wish.applying)
          .then((isOn) => isOn || setDraft(draft));
      }
      case "run":
        return bench.runRoutine(wish.routine);
      case "gather": {
        const { rows, question } = wish;
        gathering.current = gathering.current
          .then(() => gather(rows, question))
          .catch(say)
          .finally(() => send({ kind: "gathered" }));
        return;
      }
      case "mark":
        return void (wish.rows ? Promise.resolve(wish.rows) : topOf(wish.question))
          .then((rows) => markOnFirst(rows.filter(isCard)))
          .catch(say);
      case "draw": {
        const { query, within } = wish;
        const { target } = around;
        return void finder
          .ask("draw", { query, target, ...(within !== undefined && { within }) })
          .then((id) => send({ kind: "drawn", id }));
      }
      case "remember":
        return rememberQuery(libraryId, data.member.id, wish.words);
      case "say":
        return tell({ kind: "problem", text: wish.problem });
      case "focus":
        return focus();
      case "close":
        return onClose();
    }
  };
}

/** The apply bar's state with what is around it: asks, auditions and puts on what that wishes. */
export function useBar(opened: BarOpened, focus: () => void) {
  const { bench, scopeId, stage } = opened;
  const { library, libraryId } = useDesk();
  const { contents } = library;
  const [bar] = useState(() => new Bar(stage?.id ?? scopeId));
  const state = useStore(bar);
  const around = useAround(opened, state);
  const view = bar.viewOf(state, around);
  const fulfil = useFulfilled(opened, around, bar.send, focus);
  useLayoutEffect(() => bar.surround(around, fulfil));
  useKeysFollow(keysFollow(state));

  const { card, effect, hits, from, to } = view;
  const content = useContent(contents, card?.fingerprint);
  const { defaults, setAudition } = bench;
  const chain = useMemo(
    () => (effect ? { medium: effect.medium, settings: [defaults.beginning(effect)] } : content.chain),
    [effect, content.chain, defaults],
  );
  useEffect(() => {
    contents.ahead(hits.slice(0, wantedSoon).map(({ card }) => card.fingerprint));
  }, [contents, hits]);
  useEffect(() => {
    // More than one row is highlighted: the others are wanted as well.
    if (from < to) contents.ahead(hits.slice(from, to + 1).map(({ card }) => card.fingerprint));
  }, [contents, hits, from, to]);

  const { isTouched, strength, isTyping } = state;
  const { draft, lead, target, way, settingAt } = around;
  const { medium } = target;
  const heard = useMemo(
    () =>
      heardOf(
        { isTouched, strength },
        { draft, lead, target: { medium }, way, settingAt },
        { effect },
        chain,
      ),
    [isTouched, chain, strength, lead, way, settingAt, effect, draft, medium],
  );
  useEffect(() => {
    // The rows come first; the bench behind them follows in a frame of its own, and while letters still come it waits.
    const timer = setTimeout(
      () => startTransition(() => setAudition(heard)),
      isTyping ? restAfterLetters : 0,
    );
    return () => clearTimeout(timer);
  }, [heard, isTyping, setAudition]);

  /** The last list; the bench can go through it after the bar is left. */
  const listed = useRef<LastFound | null>(null);
  useEffect(() => {
    const from = sayListed(state, view.scope);
    if (from !== null) listed.current = { ids: hits.map(({ card }) => card.id), from };
  });
  useEffect(() => {
    bar.send({ kind: "opened" });
    return () => {
      bar.send({ kind: "left" });
      setAudition(null);
      if (listed.current && listed.current.ids.length > 0) rememberFound(libraryId, listed.current);
    };
  }, [bar, setAudition, libraryId]);
  useEffect(() => {
    if (view.query !== null) performance.mark("fichier:listed", { detail: view.query });
  }, [view.query, hits]);
  return { state, view, around, send: bar.send };
}
