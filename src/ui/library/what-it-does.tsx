import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { roomOf } from "../media";

/** What a chain does, drawn without any material: the curves of its filters and dynamics, or of its tones. One that only moves, rings or grains has nothing to draw. */
export function WhatItDoes({ chain }: { chain: Chain }) {
  const drawings = useMemo(
    () => roomOf(chain.medium)?.drawings.filter(({ has }) => has(chain)) ?? [],
    [chain],
  );
  if (drawings.length === 0) return null;
  return (
    <Box as="section" aria-label="What it does" mt="16px" display="flex" flexDirection="column" gap="12px">
      <chakra.h3 textStyle="hint">What it does</chakra.h3>
      {drawings.map(({ Drawing }, at) => (
        <Drawing key={at} chain={chain} />
      ))}
    </Box>
  );
}
