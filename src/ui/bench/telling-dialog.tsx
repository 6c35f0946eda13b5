"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useRef, useState, type KeyboardEvent } from "react";
import type { Media } from "@/core/api/operations/session-replica";
import type { Chain } from "@/core/chain/model";
import { beginTelling, sayTelling, told, trials } from "@/core/library/telling-apart";
import { combination } from "@/core/keys/combination";
import { roomOf } from "../media";
import { MainButton, QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";

interface TellingDialogProps {
  readonly media: Media;
  /** What either of the two makes of the material. */
  readonly chains: readonly [Chain, Chain];
  readonly onClose: () => void;
}

type Shown = 0 | 1 | "unknown";
const names = { 0: "the first", 1: "the second", unknown: "the unknown one" } as const;

/** Can the two be told apart? The unknown one is heard or seen beside both, and named; in the end chance is counted. */
export function TellingDialog({ media, chains, onClose }: TellingDialogProps) {
  const [telling, setTelling] = useState(() => beginTelling(Math.random));
  const [shown, setShown] = useState<Shown>("unknown");
  const panel = useRef<HTMLDivElement>(null);
  const { hidden, right } = telling;
  const Try = roomOf(media.facts.kind)?.Try;
  const tell = (which: 0 | 1) => {
    setTelling(told(telling, which, Math.random));
    setShown("unknown");
  };
  const onKey = (event: KeyboardEvent) => {
    const does: Record<string, () => void> = {
      "1": () => setShown(0),
      "2": () => setShown(1),
      "0": () => setShown("unknown"),
      ArrowLeft: () => tell(0),
      ArrowRight: () => tell(1),
    };
    const keys = combination(event);
    if (hidden === null || !does[keys]) return;
    does[keys]();
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Dialog title="Can the two be told apart?" onClose={onClose} initialFocus={panel} width="520px">
      <Box ref={panel} tabIndex={-1} outline="none" onKeyDown={onKey}>
        {hidden === null ? (
          <>
            <Box role="status" mb="16px">
              {sayTelling(telling)}
            </Box>
            <HStack gap="12px">
              <MainButton
                onClick={() => {
                  setTelling(beginTelling(Math.random));
                  panel.current?.focus();
                }}
              >
                Once more
              </MainButton>
              <QuietButton onClick={onClose}>Done</QuietButton>
            </HStack>
          </>
        ) : (
          <>
            <Box color="cardMuted" fontSize="sm" mb="10px">
              {`${right.length + 1} of ${trials}. Compare the unknown one with either, then say which it is.`}
            </Box>
            <Box bg="plot" color="ink" borderRadius="part" p="8px" minHeight="90px" aria-live="off">
              {/* The first, the second or the unknown: begun anew for each, so that nothing but itself tells which it is. */}
              {Try && (
                <Try
                  key={shown}
                  media={media}
                  chain={chains[shown === "unknown" ? hidden : shown]}
                  without={false}
                  covered
                />
              )}
              <chakra.div fontSize="xs" color="muted" mt="4px" data-shown={shown}>
                {`this is ${names[shown]}`}
              </chakra.div>
            </Box>
            <HStack gap="4px" mt="10px">
              <QuietButton keys="1" aria-pressed={shown === 0} onClick={() => setShown(0)}>
                the first
              </QuietButton>
              <QuietButton keys="2" aria-pressed={shown === 1} onClick={() => setShown(1)}>
                the second
              </QuietButton>
              <QuietButton keys="0" aria-pressed={shown === "unknown"} onClick={() => setShown("unknown")}>
                the unknown one
              </QuietButton>
            </HStack>
            <HStack gap="12px" mt="10px">
              <MainButton keys="ArrowLeft" onClick={() => tell(0)}>
                It is the first
              </MainButton>
              <MainButton keys="ArrowRight" onClick={() => tell(1)}>
                It is the second
              </MainButton>
            </HStack>
          </>
        )}
      </Box>
    </Dialog>
  );
}
