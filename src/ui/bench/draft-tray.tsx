"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { sameSettings } from "@/core/chain/medium";
import { effectName, saySetting } from "@/core/chain/describe";
import {
  apart,
  byOrigin,
  doubled,
  draftChain,
  emptyDraft,
  shifted,
  switched,
  without,
  type Draft,
  type DraftPart,
} from "@/core/chain/draft";
import { placedAt, putOn, wayOf } from "@/core/chain/ways";
import { combination } from "@/core/keys/combination";
import { movedTo } from "@/core/library/drop";
import { usualWay } from "@/core/library/media";
import { count } from "@/core/library/words";
import type { Target } from "@/core/library/entities";
import { groupKindsOf } from "@/core/media";
import { ActionButton } from "../actions/action-button";
import { draftPlace } from "../actions/draft";
import { useActions } from "../actions/use-actions";
import { useDesk, useData } from "../data/desk";
import { Sortable, useSortableRow } from "../parts/sortable";
import { KeepDialog } from "./keep-dialog";
import { RoutineDialog } from "./routine-dialog";
import { offeredWays, type Bench } from "./use-bench";

/** What is said of a setting: where it comes from, and what it does where that says less. */
const nameOf = ({ of, setting }: DraftPart): string => {
  const effect = effectName(setting.effect);
  return of === effect ? of : `${of}: ${effect}`;
};

/** The draft chain in the apply bar, where it grows. */
export function DraftLine({ draft, isNext }: { readonly draft: Draft; readonly isNext: boolean }) {
  const names = draft.parts.map(nameOf).join("  →  ");
  return (
    <HStack
      role="status"
      aria-label="Draft chain"
      px="16px"
      py="6px"
      gap="10px"
      fontSize="sm"
      borderTop="1px solid"
      borderColor="cardRule"
      bg={isNext ? "cardSelectedGround" : undefined}
    >
      <chakra.span
        color="cardMuted"
        whiteSpace="nowrap"
      >{`Draft of ${count(draft.parts.length, "setting")}`}</chakra.span>
      {/* The last ones are those that were just gathered. */}
      <chakra.span truncate dir="rtl" textAlign="left" title={names}>
        <bdi dir="ltr">{names}</bdi>
      </chakra.span>
    </HStack>
  );
}

interface DraftTrayProps {
  readonly bench: Bench;
  /** The target that it is auditioned on and put on with the others that are selected. */
  readonly lead: Target;
  readonly draft: Draft;
  readonly setDraft: (next: Draft) => void;
  /** The place of the chain's setting that is chosen. */
  readonly settingAt: number | null;
  /** After it was kept as a card. */
  readonly onKept: (cardId: string) => void;
  readonly onLeave: () => void;
}

/** What a part of the draft is dragged by. */
const partId = (at: number): string => `draft-${at}`;

/** The draft chain on the bench: a line below it all; once it has the focus its keys count, and it is heard or seen. */
export function DraftTray({ bench, lead, draft, setDraft, settingAt, onKept, onLeave }: DraftTrayProps) {
  const [isIn, setIn] = useState(false);
  const [chosen, setChosen] = useState(0);
  const [keeping, setKeeping] = useState<"card" | "set" | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const { library } = useDesk();
  const data = useData();
  const { parts } = draft;
  const at = Math.max(0, Math.min(chosen, parts.length - 1));
  const { setAudition } = bench;
  const change = (next: Draft, to = at) => {
    setDraft(next);
    setChosen(to);
    list.current?.focus();
  };
  /** Each of its cards for a return; one that was changed in the draft goes by its settings. */
  const returns = () =>
    byOrigin(draft).map(({ name, cardId, chain }) => {
      const card = cardId === undefined ? undefined : data.replica.card.get(cardId);
      const content = card && library.contents.peek(card.fingerprint)?.chain;
      const isCard = card && card.layer !== "private" && content && sameSettings(content, chain);
      return { of: isCard ? { cardId: card.id } : { name, chain }, level: 0 };
    });
  const onKey = (event: KeyboardEvent) => {
    const to = { ArrowLeft: at - 1, ArrowRight: at + 1, Home: 0, End: parts.length - 1 }[combination(event)];
    if (to === undefined) return;
    event.preventDefault();
    setChosen(Math.max(0, Math.min(parts.length - 1, to)));
  };
  return (
    <HStack
      as="section"
      aria-label="Draft chain"
      data-subject="draft"
      gap="12px"
      px="16px"
      py="4px"
      minHeight="40px"
      bg="card"
      color="cardInk"
      borderTop="2px solid"
      borderColor="cardHead"
      fontSize="sm"
      onFocus={() => setIn(true)}
      onBlur={({ currentTarget, relatedTarget }) => {
        // A menu that is opened on it, and its dialog, are about it.
        if (currentTarget.contains(relatedTarget) || relatedTarget?.closest('[role="menu"], [role="dialog"]'))
          return;
        setIn(false);
        setAudition(null);
      }}
    >
      <chakra.span
        color="cardMuted"
        whiteSpace="nowrap"
      >{`Draft · ${isIn ? `${at + 1} of ` : ""}${parts.length}`}</chakra.span>
      <HStack
        ref={list}
        id="draft-chain"
        role="listbox"
        aria-label="Settings of the draft"
        aria-orientation="horizontal"
        aria-activedescendant={partId(at)}
        tabIndex={0}
        gap="0"
        flex="1"
        minWidth="0"
        overflowX="auto"
        outline="none"
        _focusVisible={{ outline: "2px solid {colors.cardSelected}", outlineOffset: "2px" }}
        onKeyDown={onKey}
      >
        <Sortable
          across
          ids={parts.map((_, i) => partId(i))}
          onDrop={(dragged, over) => {
            const [from, to] = [dragged, over].map((id) => parts.findIndex((_, i) => partId(i) === id));
            change({ ...draft, parts: movedTo(parts, from, to) }, to);
          }}
        >
          {parts.map((part, i) => (
            <Part
              key={i}
              part={part}
              at={i}
              isChosen={isIn && i === at}
              onChoose={() => {
                setChosen(i);
                list.current?.focus();
              }}
            />
          ))}
        </Sortable>
      </HStack>
      {isIn || keeping !== null ? (
        <DraftKeys
          bench={bench}
          lead={lead}
          draft={draft}
          at={at}
          settingAt={settingAt}
          change={change}
          keep={setKeeping}
          onLeave={onLeave}
        />
      ) : (
        <ActionButton action="bench.draft" short />
      )}
      {keeping === "set" && (
        <RoutineDialog
          steps={[{ kind: "returns", parts: returns() }]}
          onClose={() => setKeeping(null)}
          onKept={() => {
            setDraft(emptyDraft(draft.medium));
            onLeave();
          }}
        />
      )}
      {keeping === "card" && (
        <KeepDialog
          chain={draftChain(draft)}
          kind={lead.kind}
          keptOn={lead.mediaId}
          strength={100}
          onClose={() => setKeeping(null)}
          onKept={(cardId) => {
            setKeeping(null);
            setDraft(emptyDraft(draft.medium));
            onKept(cardId);
          }}
        />
      )}
    </HStack>
  );
}

interface PartProps {
  readonly part: DraftPart;
  readonly at: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function Part({ part, at, isChosen, onChoose }: PartProps) {
  const { setting } = part;
  const { row, handle } = useSortableRow(partId(at), true);
  const box = useRef<HTMLDivElement | null>(null);
  useEffect(() => {
    if (isChosen) box.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [isChosen]);
  const name = nameOf(part);
  return (
    <Box
      {...row}
      {...handle}
      ref={(element: HTMLDivElement | null) => {
        box.current = element;
        row.ref(element);
      }}
      id={partId(at)}
      role="option"
      aria-selected={isChosen}
      title={`${name}: ${saySetting(setting)}${setting.on ? "" : " (off)"}`}
      flexShrink={0}
      maxWidth="220px"
      truncate
      px="10px"
      lineHeight="28px"
      cursor="default"
      borderRight="1px solid"
      borderColor="cardRule"
      bg={isChosen ? "cardSelectedGround" : undefined}
      color={setting.on ? undefined : "cardMuted"}
      onClick={onChoose}
    >
      {!setting.on && "off · "}
      {name}
    </Box>
  );
}

interface DraftKeysProps extends Pick<DraftTrayProps, "bench" | "lead" | "draft" | "settingAt" | "onLeave"> {
  readonly at: number;
  change(next: Draft, to?: number): void;
  keep(as: "card" | "set"): void;
}

/** What the draft does while it has the focus: it is heard or seen as a whole, and has keys. */
function DraftKeys({ bench, lead, draft, at, settingAt, change, keep, onLeave }: DraftKeysProps) {
  const data = useData();
  const { setAudition, putAll } = bench;
  const { medium, parts } = draft;
  const way = usualWay(data.member.settings, lead.kind);
  useEffect(() => {
    const { how, at: place } = placedAt(way, settingAt);
    setAudition(
      draft.parts.length === 0
        ? null
        : {
            chain: putOn(lead.chain, draftChain(draft), how, place),
            strength: wayOf(how).keepsStrength ? lead.strength : 100,
          },
    );
  }, [draft, lead, way, settingAt, setAudition]);
  const put = async (items: Parameters<typeof putAll>[0], how: Parameters<typeof putAll>[1]) => {
    change(emptyDraft(medium), 0);
    onLeave();
    // It comes back where it could not be put on.
    if (!(await putAll(items, how))) change(draft, at);
  };
  const opened = useActions(
    draftPlace,
    {
      puts: "the draft",
      found: parts.length,
      way,
      ways: offeredWays(bench, medium),
      settingAt,
      count: parts.length,
      at,
      isOn: parts[at]?.setting.on ?? false,
      isMixed: groupKindsOf(medium).length > 0,
      put: (how) =>
        void put([{ name: "Draft", chain: draftChain(draft) }], {
          ...placedAt(how, settingAt),
          strength: 100,
        }),
      putApart: () => void put(apart(draft, effectName), { how: "return", strength: 100 }),
      shift: (by) => change(shifted(draft, at, by), at + by),
      switchIt: () => change(switched(draft, at)),
      double: () => change(doubled(draft, at), at + 1),
      remove: () => {
        const next = without(draft, at);
        change(next, at);
        if (next.parts.length === 0) onLeave();
      },
      empty: () => {
        change(emptyDraft(medium), 0);
        onLeave();
      },
      keep: () => keep("card"),
      keepSet: () => keep("set"),
      leave: onLeave,
    },
    { note: `${at + 1} of ${parts.length}` },
  );
  return opened;
}
