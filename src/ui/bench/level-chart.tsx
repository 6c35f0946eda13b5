"use client";

import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { levelCurve } from "@/core/measure/chain-curves";
import { levelAxis } from "./axes";
import { Plot } from "./plot";

const quietest = -60;
const levels = Array.from({ length: 121 }, (_, i) => quietest + i / 2);
const input = levelAxis(quietest, 0, 12);
const output = levelAxis(quietest, 12, 12);
const unchanged = [
  { x: quietest, y: quietest },
  { x: 0, y: 0 },
];

/** What the chain's dynamics make of steady levels; nothing where it has none. */
export function LevelChart({ chain, strength }: { chain: Chain; strength: number }) {
  const line = useMemo(
    () =>
      levelCurve(chain, strength, levels)?.map((y, i) => ({ x: levels[i], y: Math.max(-120, y) })) ?? null,
    [chain, strength],
  );
  if (!line) return null;
  const at = (level: number) => line[(level - quietest) * 2].y.toFixed(1);
  return (
    <Plot
      title="level, dB out over dB in"
      label={`Level curve: −40 dB becomes ${at(-40)}, −20 dB ${at(-20)}, 0 dB ${at(0)}`}
      x={input}
      y={output}
      line={line}
      beside={unchanged}
    />
  );
}
