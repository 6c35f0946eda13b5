"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { WayId } from "@/core/chain/ways";
import { sayEffects } from "@/core/chain/describe";
import type { Chain } from "@/core/chain/model";
import { putOn } from "@/core/chain/ways";
import { combination } from "@/core/keys/combination";
import type { CardHead, Target } from "@/core/library/entities";
import { usualWay } from "@/core/library/media";
import {
  chosenAt,
  columnName,
  covered,
  movedBy,
  pickedAt,
  pickedForAll,
  picksByCard,
  withoutLosers,
  type ProofSheet,
} from "@/core/library/proof-sheet";
import { count } from "@/core/library/words";
import type { Media } from "@/core/api/operations/session-replica";
import { sheetPlace } from "../actions/sheet";
import { useActions } from "../actions/use-actions";
import { useContent } from "../data/contents";
import { useDesk, useData } from "../data/desk";
import { materialOf } from "../data/material";
import { Turns, type Turn } from "../data/turns";
import { roomOf } from "../media";
import type { Bench } from "./use-bench";

const [cellWidth, cellHeight] = [168, 112];
/** Renderings that are under way at once: the worker takes one after the other. */
const atOnce = 2;

interface ProofSheetProps {
  readonly bench: Bench;
  readonly sheet: ProofSheet;
  /** What its cards were found by. */
  readonly from: string;
  readonly onChange: (sheet: ProofSheet) => void;
  readonly onClose: () => void;
}

/** Cards across, targets down, each cell what the card makes of the target; the best of each row is picked. */
export function ProofSheetView({ bench, sheet, from, onChange, onClose }: ProofSheetProps) {
  const { library, act } = useDesk();
  const data = useData();
  const { replica, member } = data;
  const { session } = bench;
  const grid = useRef<HTMLDivElement>(null);
  const [isTried, setTried] = useState(false);
  const [turns] = useState(() => new Turns(atOnce));
  useEffect(() => {
    turns.open();
    return () => turns.close();
  }, [turns]);
  useEffect(() => grid.current?.focus(), []);
  const { row, column, picks, blind } = sheet;
  const cards = useMemo(
    () => sheet.cards.flatMap((id) => replica.card.get(id) ?? []),
    [sheet.cards, replica.card],
  );
  const targets = useMemo(
    () =>
      sheet.targets.flatMap((id) => {
        const target = bench.targets.find((one) => one.id === id);
        const media = target && materialOf(session.media, target);
        return target && media ? [{ target, media }] : [];
      }),
    [sheet.targets, bench.targets, session.media],
  );
  const chosenCard = cards[column];
  const chosenRow = targets[row];
  const way = usualWay(member.settings, chosenRow?.target.kind ?? "");
  // A place in a chain, and a range, belong to one of them.
  const how = way === "at" || way === "range" ? "after" : way;
  const nameOf = (card: CardHead | undefined, at: number) =>
    blind ? `number ${at + 1}` : card ? `“${card.name}”` : "";
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const moves: Record<string, () => ProofSheet> = {
      ArrowUp: () => movedBy(sheet, -1, 0),
      ArrowDown: () => movedBy(sheet, 1, 0),
      ArrowLeft: () => movedBy(sheet, 0, -1),
      ArrowRight: () => movedBy(sheet, 0, 1),
      Home: () => chosenAt(sheet, row, 0),
      End: () => chosenAt(sheet, row, sheet.cards.length - 1),
      "Ctrl+Home": () => chosenAt(sheet, 0, 0),
      "Ctrl+End": () => chosenAt(sheet, sheet.targets.length - 1, sheet.cards.length - 1),
    };
    if (!moves[keys]) return;
    event.preventDefault();
    onChange(moves[keys]());
  };
  const [first, second] = cards;
  const firstChain = useContent(library.contents, first?.fingerprint).chain;
  const secondChain = useContent(library.contents, second?.fingerprint).chain;
  const pair = useMemo(
    () =>
      cards.length === 2 && chosenRow && firstChain && secondChain
        ? {
            media: chosenRow.media,
            chains: [firstChain, secondChain].map((chain) => putOn(chosenRow.target.chain, chain, how)) as [
              Chain,
              Chain,
            ],
          }
        : null,
    [cards.length, chosenRow, firstChain, secondChain, how],
  );
  const keep = async () => {
    const byCard = picksByCard(sheet);
    const seen = bench.seenOf(byCard.flatMap(({ targetIds }) => targetIds));
    const done = await act("apply-picks", () => ({
      sessionId: session.session.id,
      picks: byCard.map(({ cardId, targetIds }) => ({
        cardId,
        contentVersion: replica.card.get(cardId)?.contentVersion,
        targetIds,
      })),
      how,
      seenTargets: seen(),
    }));
    // What was refused is said, and the picks are still there.
    if (!done) return;
    library.takeHabits(done.result.habits);
    onClose();
  };
  const opened = useActions(
    sheetPlace,
    {
      columns: cards.length,
      picked: picks.size,
      rows: targets.length,
      blind,
      isTried,
      isMixed: chosenRow?.media.facts.kind === "audio",
      inMix: bench.inMix,
      setInMix: bench.setInMix,
      pair,
      name: nameOf(chosenCard, column),
      losers: picks.size === 0 ? 0 : sheet.cards.length - new Set(picks.values()).size,
      pick: (at) => onChange(pickedAt(sheet, at)),
      pickForAll: () => onChange(pickedForAll(sheet)),
      cover: () => onChange(covered(sheet, Math.random)),
      leaveOut: () => onChange(withoutLosers(sheet)),
      setTried,
      keep: () => void keep(),
      leave: onClose,
    },
    { modal: true, note: `${picks.size} of ${targets.length} picked` },
  );
  return (
    <Box
      role="region"
      aria-label="Proof sheet"
      position="absolute"
      inset="0"
      zIndex="18"
      bg="canvas"
      display="flex"
      flexDirection="column"
    >
      <HStack px="20px" py="10px" gap="16px" alignItems="baseline">
        <chakra.h1 textStyle="screenTitle">Proof sheet</chakra.h1>
        <chakra.span color="muted" truncate>
          {`${count(cards.length, "card")} on ${count(targets.length, "target")} · ${from}${blind ? " · names are covered" : ""}`}
        </chakra.span>
      </HStack>
      <HStack alignItems="stretch" gap="0" flex="1" minHeight="0">
        <Box
          ref={grid}
          role="grid"
          aria-label="Cards on targets"
          aria-activedescendant={`proof-${row}-${column}`}
          aria-rowcount={targets.length + 1}
          aria-colcount={cards.length + 1}
          tabIndex={0}
          flex="1"
          minWidth="0"
          overflow="auto"
          px="20px"
          pb="20px"
          outline="none"
          onKeyDown={onKey}
        >
          <Box
            display="grid"
            gap="6px"
            width="fit-content"
            gridTemplateColumns={`120px repeat(${cards.length}, ${cellWidth}px)`}
          >
            <Box role="row" display="contents">
              <Box
                role="columnheader"
                position="sticky"
                top="0"
                left="0"
                bg="canvas"
                zIndex="3"
                py="4px"
                textStyle="hint"
              >
                target
              </Box>
              {cards.map((card, at) => (
                <Box
                  key={card.id}
                  role="columnheader"
                  position="sticky"
                  top="0"
                  zIndex="2"
                  bg="canvas"
                  py="4px"
                  fontSize="sm"
                  truncate
                  title={blind ? undefined : card.name}
                  fontWeight={at === column ? "600" : undefined}
                >
                  {columnName(sheet, at, card.name)}
                </Box>
              ))}
            </Box>
            {targets.map(({ target, media }, at) => (
              <Box key={target.id} role="row" display="contents">
                <Box
                  role="rowheader"
                  position="sticky"
                  left="0"
                  zIndex="1"
                  bg="canvas"
                  pr="8px"
                  pt="4px"
                  fontSize="sm"
                  overflowWrap="anywhere"
                  fontWeight={at === row ? "600" : undefined}
                >
                  {target.name}
                </Box>
                {cards.map((card, to) => (
                  <Cell
                    key={card.id}
                    id={`proof-${at}-${to}`}
                    card={card}
                    name={nameOf(card, to)}
                    target={target}
                    media={media}
                    how={how}
                    isChosen={at === row && to === column}
                    isPicked={picks.get(target.id) === card.id}
                    turn={turns.take}
                    onChoose={() => {
                      onChange(chosenAt(sheet, at, to));
                      grid.current?.focus();
                    }}
                    onPick={() => {
                      onChange(pickedAt(chosenAt(sheet, at, to)));
                      grid.current?.focus();
                    }}
                  />
                ))}
              </Box>
            ))}
          </Box>
        </Box>
        {isTried && chosenCard && chosenRow && (
          <Tried
            card={chosenCard}
            name={nameOf(chosenCard, column)}
            target={chosenRow.target}
            media={chosenRow.media}
            how={how}
            isCovered={blind}
            among={bench.inMix ? bench : null}
          />
        )}
      </HStack>
      {opened}
    </Box>
  );
}

interface OfCell {
  readonly card: CardHead;
  /** As it may be called. */
  readonly name: string;
  readonly target: Target;
  readonly media: Media;
  readonly how: WayId;
}

/** What the card would make of the target's chain; null as long as it has not come. */
function useCellChain({ card, target, how }: OfCell) {
  const { library } = useDesk();
  const { chain } = useContent(library.contents, card.fingerprint);
  return useMemo(() => (chain ? putOn(target.chain, chain, how) : null), [target.chain, chain, how]);
}

interface CellProps extends OfCell {
  readonly id: string;
  readonly isChosen: boolean;
  readonly isPicked: boolean;
  readonly turn: Turn;
  readonly onChoose: () => void;
  readonly onPick: () => void;
}

function Cell({ id, isChosen, isPicked, turn, onChoose, onPick, ...of }: CellProps) {
  const chain = useCellChain(of);
  const box = useRef<HTMLDivElement>(null);
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    // What is in sight is rendered before what is not, and what is never scrolled to is not.
    const watch = new IntersectionObserver(([entry]) => entry.isIntersecting && setSeen(true));
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (isChosen) box.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [isChosen]);
  const Proof = roomOf(of.card.medium)?.Proof;
  const label = `${of.name} on “${of.target.name}”`;
  return (
    <Box
      ref={box}
      id={id}
      role="gridcell"
      aria-label={isPicked ? `${label}, picked` : label}
      aria-selected={isChosen}
      data-picked={isPicked ? "" : undefined}
      position="relative"
      height={`${cellHeight}px`}
      bg="surround"
      scrollMargin="40px 20px 20px 140px"
      outline={isChosen ? "3px solid" : isPicked ? "2px solid" : undefined}
      outlineColor={isChosen ? "selected" : "keyGround"}
      outlineOffset="-1px"
      onClick={onChoose}
      onDoubleClick={onPick}
    >
      {isSeen && chain && Proof && (
        <Proof
          media={of.media}
          chain={chain}
          label={label}
          place={`proof ${of.target.id} ${of.card.id}`}
          columns={Math.floor(cellWidth / 2)}
          turn={turn}
        />
      )}
      <chakra.button
        type="button"
        tabIndex={-1}
        aria-label={`pick ${label}`}
        aria-pressed={isPicked}
        position="absolute"
        top="4px"
        right="4px"
        minWidth="26px"
        height="24px"
        fontSize="sm"
        borderRadius="part"
        color={isPicked ? "keyInk" : "ink"}
        bg={isPicked ? "keyGround" : "raised"}
        px="4px"
        onClick={(event) => {
          event.stopPropagation();
          onPick();
        }}
      >
        {isPicked ? "✓" : "pick"}
      </chakra.button>
    </Box>
  );
}

/** The chosen cell at its full size, or heard. */
function Tried({
  isCovered,
  among,
  ...of
}: OfCell & {
  readonly isCovered: boolean;
  /** The bench in whose session it is heard; null for by itself. */
  readonly among: Bench | null;
}) {
  const chain = useCellChain(of);
  const Try = roomOf(of.card.medium)?.Try;
  return (
    <Box
      as="aside"
      aria-label="Chosen cell"
      width="360px"
      flexShrink={0}
      bg="panel"
      p="16px"
      overflowY="auto"
    >
      <chakra.h2 textStyle="cardTitle" mb="4px" overflowWrap="anywhere">
        {isCovered ? of.name : of.card.name}
      </chakra.h2>
      <Box color="muted" fontSize="sm" mb="12px">
        {isCovered ? `on ${of.target.name}` : `${sayEffects(of.card.effects)} · on ${of.target.name}`}
      </Box>
      {chain && Try && (
        <Try
          key={of.media.id}
          media={of.media}
          chain={chain}
          without={false}
          among={among ? { bench: among, target: of.target } : undefined}
        />
      )}
    </Box>
  );
}
