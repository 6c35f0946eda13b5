"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import {
  startTransition,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from "react";
import type { Replica } from "@/core/library/change";
import { completions } from "@/core/search/complete";
import { parseQuery } from "@/core/search/query/parse";
import { termsOf, withoutTerm } from "@/core/search/query/print";
import { fold } from "@/core/text/fold";
import { useVocabulary } from "../data/vocabulary";
import type { Scope } from "../frame/finding";
import { findScope } from "../library/places";
import { placedAt, putOn, wayOf, type WayId } from "@/core/chain/ways";
import { sayEffects } from "@/core/chain/describe";
import { draftChain, emptyDraft, gathered, type Draft } from "@/core/chain/draft";
import { usualWay, type MemberSettings } from "@/core/library/media";
import { earlierQueries, rememberQuery } from "./earlier-queries";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { CardHead, EntityRows, Routine } from "@/core/library/entities";
import { namesIn, sayStep } from "@/core/library/steps";
import { meantOn } from "@/core/library/variants";
import { count as sayCount, countTargets } from "@/core/library/words";
import { useContent } from "../data/contents";
import { sayError, useDesk } from "../data/desk";
import type { Arrival } from "../data/library-store";
import { useDraft } from "../data/drafts";
import { useStore } from "../data/store";
import { longestChain } from "@/core/chain/model";
import type { EffectDefinition } from "@/core/effects/define";
import { DraftLine } from "../bench/draft-tray";
import { offeredWays, type Bench, type PutItem } from "../bench/use-bench";
import { applyPlace } from "../actions/apply";
import { wayOfKeys } from "../actions/apply/put-ways";
import { useActions } from "../actions/use-actions";
import { CardsComing } from "../parts/cards-coming";
import { KeyCap } from "../parts/key-cap";
import { ApplyFoot } from "./apply-foot";
import { Part } from "./apply-parts";
import { rememberFound, type LastFound } from "./last-found";
import { FoundList } from "./found-list";
import { LikeChooser } from "./like-chooser";
import { nextOf, referencesOf, type LikeWhat } from "./use-likeness";
import { isPlain, useRows } from "./use-rows";

/** A row: a card, or an effect by itself. */
type Row = CardHead | EffectDefinition;

/** As wide as the column of targets at first. */
const narrowWidth = "256px";
/** Of so many cards found the contents are fetched before one of them is chosen. */
const wantedSoon = 12;
/** Milliseconds; what tops the list between two letters of a word need not be rendered. */
const restAfterLetters = 120;
/** Held while others are pressed. */
const modifiers: readonly string[] = ["Shift", "Control", "Alt", "Meta"];
const percentIndexed = ({ indexed }: Arrival) => Math.floor(indexed * 100);

interface ApplyBarProps {
  readonly bench: Bench;
  /** The saved search or folder that it looks within at first. */
  readonly scopeId?: string;
  /** The stage that it looks within at first. */
  readonly stage?: Scope;
  /** The place of the setting that is chosen. */
  readonly settingAt: number | null;
  readonly onClose: () => void;
}

/** The aliases that are just what is typed, one's own before the team's. */
function aliasesCalled(typed: string, replica: Replica): EntityRows["alias"][] {
  const word = fold(typed.trim());
  if (word === "") return [];
  return [...replica.alias.values()]
    .filter(({ text }) => fold(text) === word)
    .sort((a, b) => Number(a.ownerId === null) - Number(b.ownerId === null));
}

/** What can be looked within that an alias recalls. */
const scopeCalled = (typed: string, replica: Replica): ReturnType<typeof findScope> =>
  aliasesCalled(typed, replica).flatMap(({ searchId, folderId }) => {
    const id = searchId ?? folderId;
    return (id && findScope(id, replica)) || [];
  })[0];

/** The routine that an alias recalls. */
const routineCalled = (typed: string, replica: Replica): Routine | undefined =>
  aliasesCalled(typed, replica)
    .flatMap(({ routineId }) => replica.routine.get(routineId ?? "") ?? [])
    .find(({ removed }) => !removed);

/** Whether a plus that is pressed in a field gathers: not within a value of the query, nor within a phrase. */
function gathers({ value, selectionStart }: HTMLInputElement): boolean {
  const before = value.slice(0, selectionStart ?? value.length);
  return !/[:<>=("“„][^\s]*$/.test(before) && (before.match(/["“”„]/g) ?? []).length % 2 === 0;
}

/** Type to find, arrows to audition on the selected material, Enter to apply. */
export function ApplyBar({ bench, scopeId: firstScope, stage, settingAt, onClose }: ApplyBarProps) {
  const { data, library, finder, libraryId, tell, act } = useDesk();
  const isNarrow = data.member.settings.narrowBar === true;
  const grouping = data.member.settings.barGrouping ?? null;
  const { replica, shelf, habitsOf } = data;
  const { contents } = library;
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const [strength, setStrength] = useState(100);
  const input = useRef<HTMLInputElement>(null);
  const { lead, selected, setAudition, apply, append, putAll } = bench;
  const [scopeId, setScopeId] = useState(stage?.id ?? firstScope);
  const scope =
    scopeId === undefined ? undefined : scopeId === stage?.id ? stage : findScope(scopeId, replica);
  const [what, setWhat] = useState<LikeWhat | null>(null);
  const found = useRows(bench, { typed, within: scope?.query, what });
  const { target, query, isAnswered, result, hits, headings, effects, likes, liked, why } = found;
  const { settings } = data.member;
  const way = usualWay(settings, target.kind);
  const ways = offeredWays(bench, target.medium);
  const { draft, setDraft } = useDraft(target.medium);
  const { targets } = bench;
  const { ids: selectedIds } = bench.selection;
  const references = useMemo(
    () => referencesOf(targets, lead, selectedIds, target.medium),
    [targets, lead, selectedIds, target.medium],
  );
  const nextReference = nextOf(references, what, lead);
  const called = useMemo(() => (what ? undefined : scopeCalled(typed, replica)), [what, typed, replica]);
  const routine = useMemo(() => (what ? undefined : routineCalled(typed, replica)), [what, typed, replica]);
  const read = useMemo(() => parseQuery(typed), [typed]);
  const terms = useMemo(() => termsOf(read.root), [read]);
  const known = useVocabulary();
  const [caret, setCaret] = useState(0);
  const [completion] = useMemo(() => completions(typed, caret, known), [typed, caret, known]);
  const indexed = useStore(library.arrival, percentIndexed);
  const count = hits.length + effects.length;
  const chosen = Math.min(at, count - 1);
  /** The row from which several are highlighted, up to the chosen one; null where only that is. */
  const [anchor, setAnchor] = useState<number | null>(null);
  const from = Math.min(anchor ?? chosen, chosen);
  const to = Math.min(Math.max(anchor ?? chosen, chosen), count - 1);
  const card = hits[chosen]?.card;
  const effect = effects[chosen - hits.length];
  // Each is heard and put on at the strength at which it comes nearest.
  const nearest = card && liked.get(card.id)?.strength;
  useEffect(() => {
    if (nearest !== undefined) setStrength(nearest);
  }, [nearest, card]);
  const content = useContent(contents, card?.fingerprint);
  const chain = useMemo(
    () => (effect ? { medium: effect.medium, settings: [bench.defaults.beginning(effect)] } : content.chain),
    [effect, content.chain, bench.defaults],
  );
  useEffect(() => {
    // More than one row is highlighted: the others are wanted as well.
    if (from < to) contents.ahead(hits.slice(from, to + 1).map(({ card }) => card.fingerprint));
  }, [contents, hits, from, to]);
  useEffect(() => {
    contents.ahead(hits.slice(0, wantedSoon).map(({ card }) => card.fingerprint));
  }, [contents, hits]);
  // Nothing is auditioned before something was typed or moved: opening the bar changes nothing that is heard or seen.
  const [touched, setTouched] = useState(false);

  const typing = useRef(false);
  /** Keys and presses that it took so far, with the one that opened the bar. */
  const pressed = useRef(1);
  const countPress = (event: { readonly nativeEvent: Event }) => {
    const { nativeEvent: native } = event;
    const isKey = native instanceof globalThis.KeyboardEvent;
    if (!isKey || !(native.repeat || modifiers.includes(native.key))) pressed.current++;
  };

  useEffect(() => {
    input.current?.focus();
    return () => setAudition(null);
  }, [setAudition]);
  useEffect(() => {
    const put = touched && chain ? chain.settings : [];
    const together = draft.parts.length === 0 ? put : [...draftChain(draft).settings, ...put];
    const how = effect && draft.parts.length === 0 ? "after" : way;
    const heard =
      together.length > 0 && lead && lead.chain.medium === target.medium
        ? {
            chain: putOn(
              lead.chain,
              { medium: target.medium, settings: together },
              how,
              settingAt ?? undefined,
            ),
            strength: wayOf(how).keepsStrength ? lead.strength : strength,
          }
        : null;
    // The rows come first; the bench behind them follows in a frame of its own, and while letters still come it waits.
    const timer = setTimeout(
      () => startTransition(() => setAudition(heard)),
      typing.current ? restAfterLetters : 0,
    );
    return () => clearTimeout(timer);
  }, [touched, chain, strength, lead, way, settingAt, effect, draft, target.medium, setAudition]);
  // What is listed when the bar is left can be gone through on the bench.
  const listed = useRef<LastFound | null>(null);
  useEffect(() => {
    if (!touched && !what && !scope) return;
    const from = scope
      ? scope.name
      : what
        ? "like what was compared"
        : typed.trim() === ""
          ? "what you use"
          : `“${typed.trim()}”`;
    listed.current = { ids: hits.map(({ card }) => card.id), from };
  }, [hits, touched, what, scope, typed]);
  useEffect(
    () => () => {
      if (listed.current && listed.current.ids.length > 0) rememberFound(libraryId, listed.current);
    },
    [libraryId],
  );
  useEffect(() => {
    if (query !== null) performance.mark("fichier:listed", { detail: query });
  }, [query, hits]);

  /** Of variants, the one that the chosen target asks for; the others were asked for by themselves. */
  const isMeant = (picked: CardHead) => {
    const variants = shelf.variantsOf(picked.id).flatMap((id) => replica.card.get(id) ?? []);
    return (
      variants.length === 0 ||
      meantOn(variants, [{ id: "", ...target }], habitsOf, target.prefers).has(picked)
    );
  };
  const justIt = (picked: CardHead) => (isMeant(picked) ? {} : { just: {} });
  const howOf = (how: WayId) => ({
    ...placedAt(how, settingAt),
    keys: pressed.current,
  });
  const asked = useRef<{ how: WayId; index?: number } | null>(null);
  /** Rows that are on their way into the draft, one after another. */
  const gathering = useRef(Promise.resolve());
  const pending = useRef(0);
  /** Nothing was looked for yet: what waits is the draft. */
  const isDraftNext = draft.parts.length > 0 && typed === "" && !touched && !what && !scope;
  const put = (how: WayId = way, index?: number) => {
    // Nothing is put on long after the key was pressed.
    if (what && likes.hits === null) return;
    // It is put on with what was gathered just before.
    if (pending.current > 0 && index === undefined && typed === "") {
      void gathering.current.then(() => setTimeout(() => latest.current.put(how)));
      return;
    }
    // What was typed last has not been answered yet: the row on top may still be another one. It is done with the answer.
    if (!isAnswered) {
      asked.current = { how, index };
      return;
    }
    if (routine && index === undefined && how === way) {
      bench.runRoutine(routine);
      return onClose();
    }
    // An alias of a saved search leads into it.
    if (called && index === undefined && how === way) return lookWithin(called.id);
    const isDrafted = index === undefined && isDraftNext;
    const place = index ?? chosen;
    const picked = hits[place]?.card;
    const bare = effects[place - hits.length];
    if (!isDrafted && !picked && !bare) return;
    rememberQuery(libraryId, data.member.id, typed);
    // An effect by itself stands for no chain: it is added to what is there.
    const atStrength = (index !== undefined && liked.get(picked?.id ?? "")?.strength) || strength;
    const applying = { ...howOf(how), strength: atStrength };
    if (isDrafted) {
      // It comes back where it could not be put on.
      setDraft(emptyDraft(draft.medium));
      void putAll([{ name: "Draft", chain: draftChain(draft) }], applying).then(
        (isOn) => isOn || setDraft(draft),
      );
    } else if (index === undefined && from < to)
      void itemsOf(rowsBetween(from, to)).then(
        (items) => putAll(items, applying),
        (error) => tell({ kind: "problem", text: sayError(error) }),
      );
    else if (picked) apply(picked, { ...applying, ...justIt(picked) });
    else append(bare);
    onClose();
  };
  /** Rows that are shown, in their order. */
  const rowsBetween = (first: number, last: number): Row[] =>
    [...hits.map(({ card }) => card), ...effects].slice(first, last + 1);
  /** What rows put on. Rejects where a content cannot be had. */
  const itemsOf = (rows: readonly Row[]): Promise<PutItem[]> =>
    Promise.all(
      rows.map(async (row): Promise<PutItem> =>
        "fingerprint" in row
          ? { name: row.name, chain: await contents.get(row.fingerprint), card: row }
          : {
              name: row.name,
              chain: { medium: row.medium, settings: [bench.defaults.beginning(row)] },
            },
      ),
    );
  /** What will be on top once some words are answered. */
  const topOf = async (words: string): Promise<Row[]> => {
    const { result, effects } = await found.ask(words);
    const top = result.hits[0] && replica.card.get(result.hits[0].id);
    const row: Row | undefined = top ?? effects[0];
    return row ? [row] : [];
  };
  const gather = (first = from, last = to) => {
    if (what && likes.hits === null) return;
    const words = typed;
    const shown = isAnswered ? rowsBetween(first, last) : null;
    if (shown?.length === 0) return;
    // The field is free at once for what is looked for next; what is gathered comes in the order in which it was asked for.
    type("");
    setTouched(false);
    pending.current++;
    gathering.current = gathering.current
      .then(async () => {
        const items = await itemsOf(shown ?? (await topOf(words)));
        if (items.length === 0) return tell({ kind: "problem", text: `Nothing answers to “${words}”.` });
        rememberQuery(libraryId, data.member.id, words);
        setDraft((now) => {
          const next = items.reduce<Draft | null>(
            (draft, { name, chain, card }) =>
              // What is made of a draft is everybody's, the name of a private card is not.
              draft &&
              gathered(draft, card?.layer === "private" ? sayEffects(card.effects) : name, chain, card?.id),
            now,
          );
          if (!next)
            tell({
              kind: "problem",
              text: `A draft has at most ${longestChain} settings, as a chain has.`,
            });
          return next ?? now;
        });
      })
      .catch((error) => tell({ kind: "problem", text: sayError(error) }))
      .finally(() => pending.current--);
  };
  const type = (text: string) => {
    asked.current = null;
    typing.current = true;
    // A part that was taken out may have had the focus.
    input.current?.focus();
    setTyped(text);
    setCaret(text.length);
    setAt(0);
    setAnchor(null);
    setTouched(true);
  };
  const lookLike = (next: LikeWhat | null) => {
    setWhat(next);
    setStrength(100);
    type("");
  };
  const lookWithin = (id: string | undefined) => {
    setScopeId(id);
    type("");
  };
  const putRandom = async () => {
    const within = called?.query ?? scope?.query;
    const id = await finder.ask("draw", {
      query: called ? "" : typed,
      target,
      ...(within !== undefined && { within }),
    });
    const picked = id === null ? undefined : replica.card.get(id);
    if (!picked)
      return tell({
        kind: "problem",
        text: `Nothing of it fits a ${target.kind || "target"}. Ask for more.`,
      });
    apply(picked, { ...howOf(way), strength, ...justIt(picked) });
    onClose();
  };
  const earlier = useMemo(() => earlierQueries(libraryId, data.member.id), [libraryId, data.member.id]);
  const back = useRef(-1);
  const recallEarlier = () => {
    back.current = (back.current + 1) % earlier.length;
    type(earlier[back.current]);
  };
  const dropTerm = () => {
    const last = terms.at(-1);
    if (last) type(withoutTerm(typed, last));
  };
  const complete = () => {
    if (!completion) return;
    const { start, end, text } = completion;
    type(typed.slice(0, start) + text + typed.slice(end));
  };
  const goTo = (to: number, extend = false) => {
    typing.current = false;
    setAnchor(extend ? (anchor ?? Math.max(0, chosen)) : null);
    setTouched(true);
    // What was typed last may not have been answered yet; then it is the first of what comes.
    setAt(Math.max(0, to));
  };
  // One function for all rows and renderings, so that rows need not be drawn anew for it.
  const latest = useRef({ put, gather, goTo });
  useEffect(() => {
    latest.current = { put, gather, goTo };
    const waiting = asked.current;
    if (!waiting || !isAnswered) return;
    asked.current = null;
    put(waiting.how, waiting.index);
  });
  const pick = useCallback(
    (index: number, upTo: boolean) =>
      upTo ? latest.current.goTo(index, true) : latest.current.put(undefined, index),
    [],
  );
  const gatherRow = useCallback((index: number) => latest.current.gather(index, index), []);
  /** The one below; at first the one that is chosen already, which is not heard before that. */
  const below = () => goTo(Math.min(count - 1, touched ? chosen + 1 : chosen));
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const keys = combination(event);
    const number = /^Alt\+([1-9])$/.exec(keys);
    // Nothing is above the first row but what was asked before.
    const isBackward = chosen <= 0 && earlier.length > 0 && (typed === "" || typed === earlier[back.current]);
    // Pages belong to the strength here.
    const move = /^(Shift\+)?Arrow/.test(keys)
      ? listMove(keys, { at: chosen, count, typed: true, many: true })
      : null;
    const does: Record<string, () => unknown> = {
      ArrowDown: below,
      "Alt+ArrowUp": () => earlier.length > 0 && recallEarlier(),
      "Alt+Backspace": dropTerm,
    };
    const wanted = wayOfKeys(keys, way, ways);
    // As the usual way it goes to the end then.
    if (wanted === "at" && settingAt === null && keys !== "Enter") return;
    if (wanted) put(wanted);
    else if (keys === "+" && gathers(event.currentTarget)) gather();
    else if (number) put(way, Number(number[1]) - 1);
    else if (keys === "Backspace" && typed === "" && what) lookLike(null);
    else if (keys === "Backspace" && typed === "" && scope) lookWithin(undefined);
    else if (keys === "ArrowUp" && isBackward) recallEarlier();
    else if (does[keys]) does[keys]();
    else if (move && move !== "all") goTo(move.to, move.extend);
    else return;
    event.preventDefault();
  };

  const saveSettings = (settings: MemberSettings) =>
    void library.saveSettings(settings).catch((error) => tell({ kind: "problem", text: sayError(error) }));
  const opened = useActions(
    applyPlace,
    {
      // What an alias of a search leads to is there, whatever else begins so.
      found: called || routine || isDraftNext ? Math.max(1, count) : count,
      puts: isDraftNext && !routine ? "the draft" : from < to ? `the ${to - from + 1} rows` : "the card",
      drafted: draft.parts.length,
      picked: to - from + 1,
      gather: () => {
        gather();
        input.current?.focus();
      },
      ways,
      fitting: what ? 0 : called ? Math.max(1, result.fitting) : result.fitting,
      chosenCard: card ?? null,
      chosenEffect: effect?.id ?? null,
      act,
      nextReference,
      lookLike,
      terms: terms.length,
      completion: completion?.text.trim() ?? null,
      earlier: earlier.length,
      isNarrow,
      setNarrow: (narrowBar) => saveSettings({ narrowBar }),
      way,
      kind: target.kind,
      settingAt,
      // Where nothing is selected it is for whatever has none of its own.
      setWay: (next) =>
        saveSettings(
          target.kind === ""
            ? { applyWay: next }
            : { applyWays: { ...settings.applyWays, [target.kind]: next } },
        ),
      isComparing: what !== null,
      grouping,
      setGrouping: (barGrouping) => saveSettings({ barGrouping }),
      putRandom: () => void putRandom(),
      dropTerm,
      complete,
      recallEarlier,
      strength,
      put: (how) => put(how),
      audition: () => {
        below();
        input.current?.focus();
      },
      setStrength: (next) => setStrength(Math.min(100, Math.max(0, next))),
      leave: onClose,
    },
    { modal: true, note: selected.length > 0 ? `on ${countTargets(selected)}` : undefined },
  );

  /** Why nothing is listed, and what to do about it. */
  const sayEmpty = (): ReactNode => {
    if (what && likes.hits === null) return "What the cards do is being compared.";
    if (count > 0) return null;
    if (what) return typed === "" ? likes.note : `None of those compared answers to “${typed}”.`;
    if (query === null || called || routine) return null;
    if (data.arriving) return <CardsComing />;
    if (replica.card.size === 0) return "This library has no cards yet. Shape something and keep it.";
    const soFar = indexed < 100 ? "read so far " : "";
    return `Nothing ${soFar}${scope ? `within “${scope.name}” ` : ""}answers to “${query}”. Fewer letters find more.`;
  };
  return (
    <Box
      position="absolute"
      inset="0"
      zIndex="20"
      bg={isNarrow ? undefined : "blackAlpha.300"}
      onMouseDown={onClose}
    >
      <Box
        role="dialog"
        aria-modal="true"
        aria-label="Find and apply"
        bg="card"
        color="cardInk"
        borderRadius="sheet"
        boxShadow="lg"
        {...(isNarrow
          ? { width: narrowWidth, height: "100%", display: "flex", flexDirection: "column" }
          : { mx: "auto", mt: "12px", width: "min(900px, calc(100vw - 40px))" })}
        overflow="hidden"
        onKeyDownCapture={countPress}
        onMouseDownCapture={countPress}
        onMouseDown={(event) => event.stopPropagation()}
        onBlur={(event) => {
          if (event.relatedTarget && !event.currentTarget.contains(event.relatedTarget)) onClose();
        }}
      >
        <HStack
          borderBottom="2px solid"
          borderColor="cardHead"
          px="16px"
          py={isNarrow && (what || scope) ? "8px" : undefined}
          gap="12px"
          rowGap="0"
          wrap={isNarrow ? "wrap" : "nowrap"}
        >
          {what && (
            <LikeChooser
              what={what}
              references={references}
              onLook={lookLike}
              onLeave={() => lookLike(null)}
            />
          )}
          {scope && !what && (
            <Part title="Look in the whole library again" onClick={() => lookWithin(undefined)}>
              {`within ${scope.name}`}
            </Part>
          )}
          <Input
            ref={input}
            autoFocus
            role="combobox"
            aria-label="Find a card"
            aria-expanded="true"
            aria-controls="found-cards"
            aria-activedescendant={
              (card || effect) && !isDraftNext ? `found-${(card ?? effect).id}` : undefined
            }
            autoComplete="off"
            spellCheck={false}
            variant="flushed"
            border="none"
            fontFamily="mono"
            fontSize="lg"
            height="46px"
            px="0"
            value={typed}
            onChange={(event) => {
              type(event.target.value);
              setCaret(event.target.selectionStart ?? event.target.value.length);
            }}
            onKeyDown={onKey}
            _focusVisible={{ outline: "none", boxShadow: "none" }}
          />
          <chakra.span
            fontSize="sm"
            color="cardMuted"
            whiteSpace={isNarrow ? "normal" : "nowrap"}
            aria-live="polite"
          >
            {what
              ? count > 0 || likes.hits === null
                ? likes.note
                : ""
              : `${result.fitting} of ${result.matches} fit a ${target.kind || "target"}${result.variants > 0 ? ` · ${sayCount(result.variants, "variant")} for other formats` : ""}${result.hidden > 0 ? ` · ${result.hidden} hidden` : ""}${indexed < 100 ? ` · ${indexed} % read` : ""}`}
          </chakra.span>
        </HStack>
        {(called || routine || !isPlain(read.root) || read.problems.length > 0) && (
          <HStack
            px="16px"
            py="4px"
            gap="8px"
            wrap="wrap"
            fontSize="sm"
            color="cardMuted"
            borderBottom="1px solid"
            borderColor="cardRule"
          >
            {routine ? (
              <>
                <KeyCap keys="Enter" quiet />
                <chakra.span>{`runs “${routine.name}”: ${routine.steps
                  .map((step) => sayStep(step, namesIn(replica)))
                  .join(", ")}`}</chakra.span>
              </>
            ) : called ? (
              <>
                <KeyCap keys="Enter" quiet />
                <chakra.span>{`looks within “${called.name}”`}</chakra.span>
                <KeyCap keys="Alt+r" quiet />
                <chakra.span>puts one of it on, at random</chakra.span>
              </>
            ) : (
              <>
                {!isPlain(read.root) &&
                  terms.map((term) => (
                    <Part key={term.start} title="Take it out" onClick={() => type(withoutTerm(typed, term))}>
                      {typed.slice(term.start, term.end)}
                    </Part>
                  ))}
                {read.problems[0] && <chakra.span role="status">{read.problems[0].message}</chakra.span>}
              </>
            )}
          </HStack>
        )}
        <FoundList
          query={query}
          hits={hits}
          headings={headings}
          effects={effects}
          liked={liked}
          why={why}
          kind={target.kind}
          format={target.format ?? ""}
          chosen={isDraftNext ? -1 : chosen}
          from={from}
          to={isDraftNext ? -1 : to}
          narrow={isNarrow}
          defaults={bench.defaults}
          onPick={pick}
          onGather={gatherRow}
          empty={sayEmpty()}
        />
        {draft.parts.length > 0 && <DraftLine draft={draft} isNext={isDraftNext} />}
        <ApplyFoot narrow={isNarrow} way={way} ways={ways} strength={strength} />
        {opened}
      </Box>
    </Box>
  );
}
