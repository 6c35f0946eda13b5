"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useCallback, useEffect, useRef } from "react";
import type { Chain } from "@/core/chain/model";
import { placedAt, putOn, wayOf } from "@/core/chain/ways";
import { candidateAfter, drawnCandidate, nthCandidate, type Candidates } from "@/core/library/candidates";
import { goesOn } from "@/core/media";
import { usualWay } from "@/core/library/media";
import { candidatesPlace } from "../actions/candidates";
import { ActionButton } from "../actions/action-button";
import { useActions } from "../actions/use-actions";
import { useContent } from "../data/contents";
import { useDesk, useData } from "../data/desk";
import type { Bench } from "./use-bench";

/** Contents that are fetched on either side of the one that is tried. */
const ahead = 3;
/** Which of them are made ahead, by their places from the one that is tried; the likeliest first. */
const madeAhead = [1, -1, 2];

interface CandidateStripProps {
  readonly bench: Bench;
  readonly candidates: Candidates;
  /** The place of the setting that is chosen. */
  readonly settingAt: number | null;
  /** Null: nothing is tried any more. */
  readonly onChange: (to: Candidates | null) => void;
}

/** The card that is tried, where it stands in its list, and what can be done with it. */
export function CandidateStrip({ bench, candidates, settingAt, onChange }: CandidateStripProps) {
  const { library, renderer } = useDesk();
  const data = useData();
  const { contents } = library;
  const { lead, setAudition, apply } = bench;
  const { ids, at, from } = candidates;
  const card = data.replica.card.get(ids[at])!;
  const way = usualWay(data.member.settings, lead?.kind ?? "");
  const content = useContent(contents, card.fingerprint);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), []);
  /** Keys and presses so far, with the one that began it. */
  const pressed = useRef(1);
  useEffect(() => {
    const near = [...ids.slice(at, at + ahead + 1), ...ids.slice(Math.max(0, at - ahead), at)];
    contents.ahead(near.flatMap((id) => data.replica.card.get(id)?.fingerprint ?? []));
  }, [contents, ids, at, data.replica.card]);
  const { chain } = content;
  const shapeOf = useCallback(
    (of: Chain | undefined) => {
      if (!lead || !of || !goesOn(of.medium, lead.chain.medium)) return null;
      const { how, at: place } = placedAt(way, settingAt);
      return {
        chain: putOn(lead.chain, of, how, place),
        strength: wayOf(how).keepsStrength ? lead.strength : 100,
      };
    },
    [lead, way, settingAt],
  );
  useEffect(() => setAudition(shapeOf(chain)), [shapeOf, chain, setAudition]);
  // Those on either side are made while this one is heard or looked at.
  useEffect(() => {
    let wanted = true;
    const next = madeAhead.map((by) => ids[candidateAfter(candidates, by).at]);
    const prints = [...new Set(next)].flatMap((id) => data.replica.card.get(id)?.fingerprint ?? []);
    void Promise.all(prints.map((print) => contents.get(print).catch(() => undefined))).then(
      (chains) => wanted && renderer.expect(chains.flatMap((one) => shapeOf(one) ?? [])),
    );
    return () => {
      wanted = false;
    };
  }, [candidates, ids, contents, data.replica.card, shapeOf, renderer]);
  useEffect(() => () => renderer.expect([]), [renderer]);
  useEffect(() => () => setAudition(null), [setAudition]);
  const go = (to: Candidates) => {
    pressed.current++;
    onChange(to);
  };
  const opened = useActions(
    candidatesPlace,
    {
      count: ids.length,
      name: card.name,
      way,
      step: (by) => go(candidateAfter(candidates, by)),
      nth: (n) => go(nthCandidate(candidates, n)),
      draw: () => go(drawnCandidate(candidates, Math.random())),
      keep: () => {
        onChange(null);
        apply(card, { ...placedAt(way, settingAt), strength: 100, just: {}, keys: pressed.current + 1 });
      },
      leave: () => onChange(null),
    },
    { modal: true, note: `${at + 1} of ${ids.length}` },
  );
  return (
    <Box
      ref={box}
      tabIndex={-1}
      role="region"
      aria-label="Candidates"
      outline="none"
      position="absolute"
      top="12px"
      left="50%"
      transform="translateX(-50%)"
      zIndex="15"
      width="min(640px, calc(100% - 40px))"
      bg="card"
      color="cardInk"
      borderTop="2px solid"
      borderColor="cardHead"
      borderRadius="part"
      boxShadow="lg"
      px="16px"
      py="8px"
    >
      <HStack gap="12px" alignItems="baseline" aria-live="polite">
        <chakra.span textStyle="figure" whiteSpace="nowrap">{`${at + 1} of ${ids.length}`}</chakra.span>
        <chakra.span textStyle="rowTitle" truncate title={card.name} flex="1">
          {card.name}
        </chakra.span>
        <chakra.span fontSize="sm" color="cardMuted" truncate maxWidth="40%" title={from}>
          {from}
        </chakra.span>
      </HStack>
      <HStack gap="6px" mt="4px" ml="-8px" fontSize="sm">
        {content.problem && (
          <chakra.span role="alert">{`✕ It could not be fetched: ${content.problem.message}`}</chakra.span>
        )}
        <ActionButton action="candidates.keep" short />
        <ActionButton action="candidates.previous" short />
        <ActionButton action="candidates.next" short />
        <ActionButton action="candidates.draw" short />
        <ActionButton action="candidates.leave" short />
      </HStack>
      {opened}
    </Box>
  );
}
