"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { padBanks, padsOf, type PadBank } from "@/core/keys/boards";
import { boundOn } from "@/core/library/bindings";
import type { Offer } from "../actions/action";
import type { ActionScope } from "../actions/stack";
import { useScopes } from "../actions/use-actions";
import { useData } from "../data/desk";
import { CardPicture } from "../parts/card-picture";
import { QuietButton } from "../parts/buttons";
import type { Bench } from "./use-bench";

const columns = 4;
const side = 92;

/** What pads would do here and now, by their keys. */
const padOffers = (scopes: readonly ActionScope[]): readonly Offer[] =>
  scopes.flatMap(({ offers }) => offers.filter(({ keys }) => keys.some((key) => key.startsWith("Pad"))));

interface PadsProps {
  readonly bench: Bench;
  readonly onClose: () => void;
}

/** Keys on the screen, for pointer and touch: four by four in each bank; a pad does what its key is bound to. */
export function Pads({ bench, onClose }: PadsProps) {
  const data = useData();
  const { keyBinding, card } = data.replica;
  const [bank, setBank] = useState<PadBank>("A");
  const [at, setAt] = useState(0);
  const grid = useRef<HTMLDivElement>(null);
  useEffect(() => grid.current?.focus(), []);
  const offers = useScopes(padOffers);
  const medium = bench.lead?.chain.medium;
  const bound = useMemo(() => boundOn(keyBinding.values(), medium), [keyBinding, medium]);
  const pads = padsOf(bank);
  const offerOf = useCallback((pad: string) => offers.find(({ keys }) => keys.includes(pad)), [offers]);
  const press = (pad: string) => {
    const offer = offerOf(pad);
    if (offer?.offered) offer.run();
  };
  const turn = (by: number) =>
    setBank(padBanks[(padBanks.indexOf(bank) + by + padBanks.length) % padBanks.length]);
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const step: Readonly<Record<string, number>> = {
      ArrowLeft: -1,
      ArrowRight: 1,
      ArrowUp: -columns,
      ArrowDown: columns,
    };
    if (step[keys] !== undefined) {
      const to = at + step[keys];
      if (to >= 0 && to < pads.length) setAt(to);
    } else if (keys === "Enter" || keys === "Space") press(pads[at]);
    else if (keys === "PageDown") turn(1);
    else if (keys === "PageUp") turn(-1);
    else if (keys === "Escape") onClose();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Box
      as="section"
      aria-label="Pads"
      position="absolute"
      right="16px"
      bottom="16px"
      zIndex="2"
      bg="panel"
      border="1px solid"
      borderColor="rule"
      borderRadius="sheet"
      boxShadow="lg"
      p="10px"
    >
      <HStack justifyContent="space-between" mb="8px">
        <HStack role="tablist" aria-label="Banks" gap="2px">
          {padBanks.map((one) => (
            <chakra.button
              key={one}
              role="tab"
              aria-selected={one === bank}
              tabIndex={-1}
              px="10px"
              fontFamily="mono"
              borderBottom="2px solid"
              borderColor={one === bank ? "selected" : "transparent"}
              color={one === bank ? "ink" : "muted"}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => setBank(one)}
            >
              {one}
            </chakra.button>
          ))}
        </HStack>
        <QuietButton keys="Escape" quietKeys onClick={onClose}>
          away
        </QuietButton>
      </HStack>
      <Box
        ref={grid}
        role="grid"
        aria-label={`Pads of bank ${bank}`}
        tabIndex={0}
        aria-activedescendant={`pad-${at}`}
        onKeyDown={onKey}
        display="grid"
        gridTemplateColumns={`repeat(${columns}, ${side}px)`}
        gap="6px"
        p="2px"
      >
        {pads.map((pad, i) => {
          const offer = offerOf(pad);
          const cardId = bound.get(pad)?.cardId;
          const shown = cardId ? card.get(cardId) : undefined;
          return (
            <chakra.button
              key={pad}
              id={`pad-${i}`}
              type="button"
              role="gridcell"
              tabIndex={-1}
              aria-selected={i === at}
              aria-label={`Pad ${pad.slice(3)}: ${offer?.words ?? "nothing"}`}
              title={offer?.words}
              disabled={!offer?.offered}
              data-pad={pad}
              position="relative"
              overflow="hidden"
              borderRadius="part"
              border="1px solid"
              borderStyle={offer ? "solid" : "dashed"}
              borderColor={offer ? "cardInk" : "rule"}
              borderBottomWidth={offer ? "4px" : "1px"}
              borderBottomColor={offer ? "keyGround" : "rule"}
              bg={offer ? "card" : "transparent"}
              color={offer ? "cardInk" : "muted"}
              outline={i === at ? "2px solid {colors.selected}" : undefined}
              textAlign="left"
              touchAction="manipulation"
              style={{ width: side, height: side }}
              // The focus stays where it is, so that keys go on meaning what they did.
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => {
                setAt(i);
                press(pad);
              }}
            >
              {shown && (
                <Box position="absolute" insetX="0" top="0" opacity="0.9" pointerEvents="none">
                  <CardPicture card={shown} width={side} height={44} fills />
                </Box>
              )}
              <chakra.span
                position="absolute"
                left="4px"
                right="4px"
                bottom="4px"
                fontSize="2xs"
                lineHeight="12px"
                lineClamp={3}
                overflowWrap="anywhere"
              >
                {offer?.short ?? pad.slice(3)}
              </chakra.span>
            </chakra.button>
          );
        })}
      </Box>
    </Box>
  );
}
