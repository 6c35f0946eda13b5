import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { levelCurve, toneCurveOf } from "@/core/measure/chain-curves";
import { chainResponse } from "@/core/measure/response";
import { LevelChart } from "../bench/level-chart";
import { ResponseChart } from "../bench/response-chart";
import { ToneChart } from "../bench/tone-chart";
import { Swatches } from "./swatches";

/** Samples a second; what a filter does to what can be heard hardly depends on it. */
const usualRate = 48_000;

/** Which of its curves a chain has without material; one that only moves, rings or grains has none. */
const curvesOf = (chain: Chain) => ({
  tones: chain.medium === "image" && toneCurveOf(chain, 100, [0.5]) !== null,
  filters: chain.medium === "audio" && chainResponse(chain, 100, [1000], usualRate).counted > 0,
  levels: chain.medium === "audio" && levelCurve(chain, 100, [0]) !== null,
});

/** What a chain does, drawn without any material: the curves of its filters and dynamics, or of its tones. */
export function WhatItDoes({ chain }: { chain: Chain }) {
  const { tones, filters, levels } = useMemo(() => curvesOf(chain), [chain]);
  if (!tones && !filters && !levels) return null;
  return (
    <Box as="section" aria-label="What it does" mt="16px" display="flex" flexDirection="column" gap="12px">
      <chakra.h3 textStyle="hint">What it does</chakra.h3>
      {tones && <Swatches chain={chain} />}
      {tones && <ToneChart chain={chain} strength={100} size="160px" />}
      {filters && (
        <Box height="150px" display="flex">
          <ResponseChart chain={chain} strength={100} sampleRate={usualRate} />
        </Box>
      )}
      {levels && (
        <Box height="150px" display="flex">
          <LevelChart chain={chain} strength={100} />
        </Box>
      )}
    </Box>
  );
}
