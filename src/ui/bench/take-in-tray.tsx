import { Box, chakra, HStack } from "@chakra-ui/react";
import type { Incoming } from "../data/take-in";
import { QuietButton } from "../parts/buttons";

const words: Record<Incoming["state"], (share: number) => string> = {
  waiting: () => "waits",
  sending: (share) => `${Math.round(share * 100)} %`,
  reading: () => "decoding",
  done: () => "in",
  failed: () => "✕",
};

/** Of those that wait so many are listed. */
const mostWaiting = 20;

/** Files on their way into the session, with how far they are and what went wrong. */
export function TakeInTray({ incoming, onClear }: { incoming: readonly Incoming[]; onClear: () => void }) {
  if (incoming.length === 0) return null;
  const open = incoming.some((i) => i.state !== "failed" && i.state !== "done");
  // Hundreds may wait: what is under way or went wrong is what one looks for.
  const shown = incoming
    .filter((i) => i.state !== "done" && i.state !== "waiting")
    .concat(incoming.filter((i) => i.state === "waiting").slice(0, mostWaiting));
  const done = incoming.filter((i) => i.state === "done").length;
  return (
    <Box
      as="section"
      aria-label="Coming in"
      borderTop="1px solid"
      borderColor="rule"
      bg="raised"
      maxHeight="38%"
      overflowY="auto"
      flexShrink={0}
    >
      <HStack justifyContent="space-between" px="16px" pt="6px">
        <chakra.span textStyle="hint" aria-live="polite">
          {open && incoming.length > 1 ? `Coming in: ${done} of ${incoming.length}` : "Coming in"}
        </chakra.span>
        <QuietButton size="xs" onClick={onClear}>
          {open ? "Stop" : "Close"}
        </QuietButton>
      </HStack>
      <Box as="ul" listStyleType="none" m="0" p="0 16px 8px">
        {shown.map(({ key, name, state, share, problem }) => (
          <Box as="li" key={key} py="4px">
            <HStack justifyContent="space-between" gap="8px" fontSize="sm">
              <chakra.span truncate title={name}>
                {name}
              </chakra.span>
              <chakra.span textStyle="figure" color={state === "failed" ? "loss" : "muted"} flexShrink={0}>
                {words[state](share)}
              </chakra.span>
            </HStack>
            {problem ? (
              <chakra.div fontSize="xs" color="loss" overflowWrap="anywhere">
                {problem}
              </chakra.div>
            ) : (
              <Box height="3px" bg="rule" borderRadius="small">
                <Box height="100%" bg="selected" borderRadius="small" style={{ width: `${share * 100}%` }} />
              </Box>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
