"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useDesk } from "../data/desk";
import { useKeyScopes, type KeyAction } from "../keys/keys";
import { KeyCap } from "../parts/key-cap";

/** The line at the foot: what each key does here and now, and what has just been done. */
export function KeyStrip() {
  const { scopes, bareKeys } = useKeyScopes();
  const { notice, unsaved } = useDesk();
  const top = scopes.findLastIndex((scope) => scope.modal);
  const shown = scopes.slice(Math.max(0, top)).reverse();
  const seen = new Set<string>();
  const actions: KeyAction[] = [];
  for (const action of shown.flatMap((scope) => scope.actions)) {
    if (action.quiet || action.disabled || seen.has(action.keys[0])) continue;
    seen.add(action.keys[0]);
    actions.push(action);
  }
  const note = shown.find((scope) => scope.note)?.note;
  const isCharacter = (keys: string) => [...keys].length === 1;
  return (
    <HStack as="footer" aria-label="Keys" height="keyStrip" px="16px" gap="16px" bg="panel" borderTop="1px solid" borderColor="rule" fontSize="xs" whiteSpace="nowrap" overflow="hidden">
      <HStack as="ul" listStyleType="none" m="0" p="0" gap="12px" overflow="hidden" flex="0 1 auto" minWidth="0">
        {actions.map((action) => (
          <HStack as="li" key={action.keys[0]} gap="5px" flexShrink={0}>
            <KeyCap keys={!bareKeys && isCharacter(action.keys[0]) ? `Alt+${action.keys[0]}` : action.keys[0]} />
            <chakra.span maxWidth="220px" truncate>{action.label}</chakra.span>
          </HStack>
        ))}
      </HStack>
      <Box flex="1 1 0" minWidth="150px" textAlign="right" truncate role="status" aria-live="polite" color={notice?.kind === "problem" ? "loss" : "muted"} fontWeight={notice?.kind === "problem" ? "600" : undefined}>
        {unsaved.waiting ? "⟳ Not saved yet: the server does not answer. Trying again." : notice ? `${notice.kind === "problem" ? "✕ " : ""}${notice.text}` : note}
      </Box>
    </HStack>
  );
}
