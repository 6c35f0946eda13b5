"use client";

import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useCallback, useMemo, useRef, type ReactNode } from "react";
import { combination } from "@/core/keys/combination";
import { namesIn, sayStep } from "@/core/library/steps";
import { countTargets } from "@/core/library/words";
import type { MemberSettings } from "@/core/library/media";
import { withoutTerm } from "@/core/search/query/print";
import { applyPlace } from "../actions/apply";
import type { ApplyHere } from "../actions/apply/here";
import { useActions } from "../actions/use-actions";
import { DraftLine } from "../bench/draft-tray";
import { sayError, useDesk, useData } from "../data/desk";
import type { Arrival } from "../data/library-store";
import { useStore } from "../data/store";
import { CardsComing } from "../parts/cards-coming";
import { KeyCap } from "../parts/key-cap";
import { sayEmpty, sayFound } from "../state/bar/words";
import { isPlain } from "../state/bar/view";
import { ApplyFoot } from "./apply-foot";
import { Part } from "./apply-parts";
import { barKey } from "./bar-keys";
import { FoundList } from "./found-list";
import { LikeChooser } from "./like-chooser";
import { useBar, type BarOpened } from "./use-bar";
import { nextOf, referencesOf } from "./use-likeness";
import { useWhy } from "./use-why";

/** As wide as the column of targets at first. */
const narrowWidth = "256px";
/** Held while others are pressed. */
const modifiers: readonly string[] = ["Shift", "Control", "Alt", "Meta"];
const percentIndexed = ({ indexed }: Arrival) => Math.floor(indexed * 100);

type Shown = ReturnType<typeof useBar>;

/** A key or a press that is counted: no modifier by itself, and no key that is held. */
function isPress({ nativeEvent: native }: { readonly nativeEvent: Event }): boolean {
  return !(native instanceof KeyboardEvent) || !(native.repeat || modifiers.includes(native.key));
}

/** Where the rows come from: the session's other material, for those that are compared. */
function useReferences({ bench }: BarOpened, { around, state }: Shown) {
  const { targets, lead } = bench;
  const { ids } = bench.selection;
  const { medium } = around.target;
  const references = useMemo(() => referencesOf(targets, lead, ids, medium), [targets, lead, ids, medium]);
  return { references, next: nextOf(references, state.what, lead) };
}

/** Saves what a member chose for the interface, and tells where that was refused. */
function useSaved() {
  const { library, tell } = useDesk();
  return (settings: MemberSettings) =>
    void library.saveSettings(settings).catch((error) => tell({ kind: "problem", text: sayError(error) }));
}

/** The bar's state as its actions see it. */
function useHere(
  opened: BarOpened,
  { state, view, around, send }: Shown,
  nextReference: ApplyHere["nextReference"],
  focus: () => void,
): ApplyHere {
  const { act } = useDesk();
  const data = useData();
  const save = useSaved();
  const { settings } = data.member;
  const { target, way, ways, draft, settingAt, earlier } = around;
  const { called, routine, isDraftNext, from, to, count, result } = view;
  return {
    // An alias leads somewhere even where no card's name begins so.
    found: called || routine || isDraftNext ? Math.max(1, count) : count,
    puts: isDraftNext && !routine ? "the draft" : from < to ? `the ${to - from + 1} rows` : "the card",
    drafted: draft.parts.length,
    picked: to - from + 1,
    gather: () => {
      send({ kind: "gather" });
      focus();
    },
    ways,
    fitting: state.what ? 0 : called ? Math.max(1, result.fitting) : result.fitting,
    chosenCard: view.card ?? null,
    shelf: data.shelf,
    markFirst: () => send({ kind: "mark" }),
    chosenEffect: view.effect?.id ?? null,
    act,
    nextReference,
    lookLike: (what) => send({ kind: "look like", what }),
    terms: view.terms.length,
    completion: view.completion?.text.trim() ?? null,
    earlier: earlier.length,
    isNarrow: settings.narrowBar === true,
    setNarrow: (narrowBar) => save({ narrowBar }),
    aliasesAct: around.aliasesAct,
    setAliasesAct: (aliasesAct) => save({ aliasesAct }),
    way,
    kind: target.kind,
    settingAt,
    // Where nothing is selected it is for whatever has none of its own.
    setWay: (next) =>
      save(
        target.kind === ""
          ? { applyWay: next }
          : { applyWays: { ...settings.applyWays, [target.kind]: next } },
      ),
    isComparing: state.what !== null,
    grouping: state.grouping,
    setGrouping: (by) => send({ kind: "group", by }),
    putRandom: () => send({ kind: "draw" }),
    dropTerm: () => send({ kind: "drop term" }),
    complete: () => send({ kind: "complete" }),
    recallEarlier: () => send({ kind: "earlier" }),
    strength: state.strength,
    put: (how) => send({ kind: "put", how }),
    audition: () => {
      send({ kind: "below" });
      focus();
    },
    setStrength: (percent) => send({ kind: "strength", percent }),
    leave: opened.onClose,
  };
}

/** Below the field: what Enter does with an alias, or what the query is made of. */
function AskedLine({ shown: { state, view, send } }: { readonly shown: Shown }) {
  const { replica } = useData();
  const { routine, called, scope, isDrawing, read, terms } = view;
  const { typed } = state;
  const isPlainly = isPlain(read.root);
  const drawnFrom = isDrawing ? (called ?? scope) : undefined;
  if (!called && !drawnFrom && !routine && isPlainly && read.problems.length === 0) return null;
  const said: ReactNode = routine ? (
    <>
      <KeyCap keys="Enter" quiet />
      <chakra.span>{`runs “${routine.name}”: ${routine.steps
        .map((step) => sayStep(step, namesIn(replica)))
        .join(", ")}`}</chakra.span>
    </>
  ) : drawnFrom ? (
    <>
      <KeyCap keys="Enter" quiet />
      <chakra.span>{`puts one of “${drawnFrom.name}” on, at random`}</chakra.span>
    </>
  ) : called ? (
    <>
      <KeyCap keys="Enter" quiet />
      <chakra.span>{`looks within “${called.name}”`}</chakra.span>
      <KeyCap keys="?" quiet />
      <chakra.span>puts one of it on, at random</chakra.span>
    </>
  ) : (
    <>
      {!isPlainly &&
        terms.map((term) => (
          <Part
            key={term.start}
            title="Take it out"
            onClick={() => send({ kind: "typed", text: withoutTerm(typed, term) })}
          >
            {typed.slice(term.start, term.end)}
          </Part>
        ))}
      {read.problems[0] && <chakra.span role="status">{read.problems[0].message}</chakra.span>}
    </>
  );
  return (
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
      {said}
    </HStack>
  );
}

/** The field, before it what is looked within or compared with, behind it how much was found. */
function AskLine({
  opened,
  shown,
  narrow,
  indexed,
  input,
}: {
  readonly opened: BarOpened;
  readonly shown: Shown;
  readonly narrow: boolean;
  readonly indexed: number;
  readonly input: React.RefObject<HTMLInputElement | null>;
}) {
  const { state, view, around, send } = shown;
  const { what } = state;
  const { scope, card, effect, isDraftNext } = view;
  const { references } = useReferences(opened, shown);
  return (
    <HStack
      borderBottom="2px solid"
      borderColor="cardHead"
      px="16px"
      py={narrow && (what || scope) ? "8px" : undefined}
      gap="12px"
      rowGap="0"
      wrap={narrow ? "wrap" : "nowrap"}
    >
      {what && (
        <LikeChooser
          what={what}
          references={references}
          onLook={(next) => send({ kind: "look like", what: next })}
          onLeave={() => send({ kind: "look like", what: null })}
        />
      )}
      {scope && !what && (
        <Part
          title="Look in the whole library again"
          onClick={() => send({ kind: "look within", id: undefined })}
        >
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
        aria-activedescendant={(card || effect) && !isDraftNext ? `found-${(card ?? effect)!.id}` : undefined}
        autoComplete="off"
        spellCheck={false}
        variant="flushed"
        border="none"
        fontFamily="mono"
        fontSize="lg"
        height="46px"
        px="0"
        value={state.typed}
        onChange={({ target: { value, selectionStart } }) =>
          send({ kind: "typed", text: value, caret: selectionStart ?? value.length })
        }
        onKeyDown={(event) => {
          const { value, selectionStart } = event.currentTarget;
          const before = value.slice(0, selectionStart ?? value.length);
          const meant = barKey(combination(event), before, state, around, view);
          if (!meant) return;
          send(meant);
          event.preventDefault();
        }}
        _focusVisible={{ outline: "none", boxShadow: "none" }}
      />
      <chakra.span
        fontSize="sm"
        color="cardMuted"
        whiteSpace={narrow ? "normal" : "nowrap"}
        aria-live="polite"
      >
        {sayFound(state, around, view, indexed)}
      </chakra.span>
    </HStack>
  );
}

/** Type to find, arrows to audition on the selected material, Enter to apply. */
export function ApplyBar(opened: BarOpened) {
  const { bench, onClose } = opened;
  const { library } = useDesk();
  const data = useData();
  const narrow = data.member.settings.narrowBar === true;
  const indexed = useStore(library.arrival, percentIndexed);
  const input = useRef<HTMLInputElement>(null);
  const focus = useCallback(() => input.current?.focus(), []);
  const shown = useBar(opened, focus);
  const { state, view, around, send } = shown;
  const { next } = useReferences(opened, shown);
  const why = useWhy(view.query ?? "");
  const actions = useActions(applyPlace, useHere(opened, shown, next, focus), {
    modal: true,
    note: bench.selected.length > 0 ? `on ${countTargets(bench.selected)}` : undefined,
  });
  // Functions that stay the same, so that rows need not be drawn anew for them.
  const pick = useCallback(
    (index: number, upTo: boolean) =>
      send(upTo ? { kind: "go", to: index, extend: true } : { kind: "put", index, isSeen: true }),
    [send],
  );
  const gather = useCallback((index: number) => send({ kind: "gather", index }), [send]);
  const countPress = (event: { readonly nativeEvent: Event }) => {
    if (isPress(event)) send({ kind: "pressed" });
  };
  const empty = sayEmpty(state, around, view, indexed);
  const isComing = data.arriving && empty !== null && !state.what;
  return (
    <Box
      position="absolute"
      inset="0"
      zIndex="20"
      bg={narrow ? undefined : "blackAlpha.300"}
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
        {...(narrow
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
        <AskLine opened={opened} shown={shown} narrow={narrow} indexed={indexed} input={input} />
        <AskedLine shown={shown} />
        <FoundList
          query={view.query}
          hits={view.hits}
          headings={view.headings}
          effects={view.effects}
          liked={view.liked}
          why={why}
          kind={around.target.kind}
          format={around.target.format ?? ""}
          chosen={view.isDraftNext ? -1 : view.chosen}
          from={view.from}
          to={view.isDraftNext ? -1 : view.to}
          narrow={narrow}
          defaults={bench.defaults}
          onPick={pick}
          onGather={gather}
          empty={isComing ? <CardsComing /> : empty}
        />
        {around.draft.parts.length > 0 && <DraftLine draft={around.draft} isNext={view.isDraftNext} />}
        <ApplyFoot narrow={narrow} way={around.way} ways={around.ways} strength={state.strength} />
        {actions}
      </Box>
    </Box>
  );
}
