"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { effectName, saySetting } from "@/core/chain/describe";
import { chainDifference } from "@/core/chain/difference";
import { combination } from "@/core/keys/combination";
import { useDesk } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { KeyCap } from "../parts/key-cap";
import type { Conflict } from "../state/bench/edits";
import type { Audition } from "../state/bench/model";
import type { Bench } from "./use-bench";

const sides = [
  { side: "mine", title: "Yours" },
  { side: "theirs", title: "Theirs" },
] as const;

function Shape({ chain, strength }: Audition) {
  return (
    <Box as="ul" listStyleType="none" m="0" p="0" fontSize="sm">
      {chain.settings.map((setting, i) => (
        <Box
          as="li"
          key={i}
          py="4px"
          borderTop="1px solid"
          borderColor="cardRule"
          color={setting.on ? undefined : "cardMuted"}
          overflowWrap="anywhere"
        >
          <chakra.span fontWeight="600">{effectName(setting.effect)}</chakra.span>
          {` ${setting.on ? saySetting(setting) : "off"}`}
        </Box>
      ))}
      {chain.settings.length === 0 && (
        <Box as="li" py="4px" color="cardMuted">
          nothing in its chain
        </Box>
      )}
      <Box as="li" py="4px" borderTop="1px solid" borderColor="cardRule">{`Strength ${strength} %`}</Box>
    </Box>
  );
}

/** Two people shaped one target at once: both versions side by side, each to be heard or seen, and one is kept. */
export function ConflictDialog({ bench, conflict }: { bench: Bench; conflict: Conflict }) {
  const { setAudition, decide } = bench;
  const { tell } = useDesk();
  const list = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const target = bench.targets.find((t) => t.id === conflict.targetId);
  const isLead = bench.lead?.id === conflict.targetId;
  const { side } = sides[at];
  useEffect(() => {
    if (!isLead) return;
    setAudition(conflict[side]);
    return () => setAudition(null);
  }, [isLead, conflict, side, setAudition]);
  useEffect(() => list.current?.focus(), []);
  const choose = () => {
    decide(side);
    if (side === "mine")
      tell({ kind: "done", text: `Yours is on “${target?.name}”; theirs is in the history.` });
  };
  const onKey = (event: KeyboardEvent) => {
    const does: Record<string, () => void> = {
      ArrowRight: () => setAt(1),
      ArrowDown: () => setAt(1),
      ArrowLeft: () => setAt(0),
      ArrowUp: () => setAt(0),
      Enter: choose,
    };
    const run = does[combination(event)];
    if (!run) return;
    event.preventDefault();
    event.stopPropagation();
    run();
  };
  const difference = [
    ...chainDifference(conflict.theirs.chain, conflict.mine.chain),
    ...(conflict.mine.strength === conflict.theirs.strength
      ? []
      : [`Strength ${conflict.theirs.strength} % → ${conflict.mine.strength} %`]),
  ];
  return (
    <Dialog
      title={`“${target?.name ?? "A target"}” was changed by somebody else meanwhile`}
      onClose={() => decide("theirs")}
      initialFocus={list}
      width="620px"
    >
      <Box
        ref={list}
        role="listbox"
        aria-label="Which one to keep"
        aria-orientation="horizontal"
        tabIndex={0}
        onKeyDown={onKey}
        display="grid"
        gridTemplateColumns="1fr 1fr"
        gap="12px"
        aria-activedescendant={`conflict-${side}`}
      >
        {sides.map(({ side: each, title }, i) => (
          <Box
            key={each}
            id={`conflict-${each}`}
            role="option"
            aria-selected={i === at}
            px="12px"
            py="8px"
            borderRadius="part"
            border="2px solid"
            borderColor={i === at ? "cardSelected" : "cardRule"}
            bg={i === at ? "cardSelectedGround" : undefined}
            cursor="default"
            onClick={() => setAt(i)}
            onDoubleClick={choose}
          >
            <chakra.h3 textStyle="rowTitle" mb="4px">
              {title}
            </chakra.h3>
            <Shape {...conflict[each]} />
          </Box>
        ))}
      </Box>
      <Box
        mt="10px"
        fontSize="sm"
        color="cardMuted"
        overflowWrap="anywhere"
      >{`From theirs to yours: ${difference.join(" · ") || "no difference that is heard or seen"}`}</Box>
      <HStack mt="12px" gap="16px" fontSize="sm" color="cardMuted">
        <HStack gap="6px">
          <KeyCap keys="ArrowRight" quiet />
          {isLead ? "audition the other" : "choose the other"}
        </HStack>
        <HStack gap="6px">
          <KeyCap keys="Enter" quiet />
          {side === "mine" ? "keep yours" : "keep theirs"}
        </HStack>
        <HStack gap="6px">
          <KeyCap keys="Escape" quiet />
          leave theirs
        </HStack>
      </HStack>
    </Dialog>
  );
}
