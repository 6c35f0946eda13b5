"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, type KeyboardEvent } from "react";
import type { Card, Target } from "@/core/library/entities";
import { combination } from "@/core/keys/combination";
import { useDesk } from "../data/desk";
import { SessionChooser } from "./session-chooser";
import { TargetRow } from "./target-row";
import type { Bench } from "./use-bench";

/** What is on a target: its card and strength, that it was changed by hand, or nothing. */
export function sayTarget(target: Target, card: Card | undefined): string {
  if (target.chain.settings.length === 0) return "no card";
  const strength = target.strength === 100 ? "" : ` · ${target.strength} %`;
  return `${card?.name ?? "shaped by hand"}${strength}`;
}

/** The session's targets. Arrows move, with Shift they extend; Ctrl+A takes all. */
export function TargetList({ bench }: { bench: Bench }) {
  const { data } = useDesk();
  const list = useRef<HTMLDivElement>(null);
  const { selection, targets, session } = bench;
  // The latest selection for rows that are not drawn again when it changes.
  const latest = useRef(selection);
  useEffect(() => {
    latest.current = selection;
  });

  useEffect(() => {
    list.current?.focus({ preventScroll: true });
  }, [session.session.id]);
  useEffect(() => {
    if (selection.lead) document.getElementById(`target-${selection.lead}`)?.scrollIntoView({ block: "nearest" });
  }, [selection.lead]);

  const onPress = useCallback((id: string, { ctrl, shift }: { ctrl: boolean; shift: boolean }) => {
    if (shift) latest.current.extendTo(id);
    else if (ctrl) latest.current.toggle(id);
    else latest.current.only(id);
  }, []);

  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const moves: Record<string, () => void> = {
      ArrowDown: () => selection.move(1, false),
      ArrowUp: () => selection.move(-1, false),
      "Shift+ArrowDown": () => selection.move(1, true),
      "Shift+ArrowUp": () => selection.move(-1, true),
      Home: () => targets[0] && selection.only(targets[0].id),
      End: () => targets.length > 0 && selection.only(targets[targets.length - 1].id),
      "Ctrl+a": () => selection.all(),
    };
    if (!moves[keys]) return;
    event.preventDefault();
    moves[keys]();
  };

  return (
    <Box as="nav" aria-label="Session" bg="panel" borderRight="1px solid" borderColor="rule" display="flex" flexDirection="column" minHeight="0">
      <SessionChooser session={session.session} />
      <HStack px="14px" pb="6px" justifyContent="space-between" fontSize="xs" color="muted">
        <chakra.span>{session.session.medium === "image" ? "Photos" : "Clips"}</chakra.span>
        <chakra.span fontFamily="mono">{`${selection.ids.size} of ${targets.length} selected`}</chakra.span>
      </HStack>
      <Box
        ref={list} role="listbox" aria-label="Targets" aria-multiselectable="true" tabIndex={0} overflowY="auto" flex="1" minHeight="0"
        aria-activedescendant={selection.lead ? `target-${selection.lead}` : undefined} onKeyDown={onKey} _focusVisible={{ outlineOffset: "-2px" }}
      >
        {targets.map((target) => {
          const media = session.media.get(target.mediaId);
          const card = target.cardId ? data.replica.card.get(target.cardId) : undefined;
          return media ? (
            <TargetRow key={target.id} target={target} media={media} selected={selection.ids.has(target.id)} lead={target.id === selection.lead} says={sayTarget(target, card)} onPress={onPress} />
          ) : null;
        })}
      </Box>
      {targets.length === 0 && <Box p="14px" color="muted">This session has no targets yet.</Box>}
    </Box>
  );
}
