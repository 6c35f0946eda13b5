"use client";

import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { chainResponse, logFrequencies } from "@/core/measure/response";
import { magnitudeDb } from "@/core/numeric/complex";
import { changeAxis, frequencyAxis } from "./axes";
import { Plot } from "./plot";

const lowest = 20;
const points = 240;

interface ResponseChartProps {
  readonly chain: Chain;
  readonly strength: number;
  readonly sampleRate: number;
}

/** Magnitude of the chain's filters and gains over frequency. */
export function ResponseChart({ chain, strength, sampleRate }: ResponseChartProps) {
  const { curve, without } = useMemo(() => {
    const at = logFrequencies(lowest, Math.min(20000, sampleRate * 0.49), points);
    const { response, without } = chainResponse(chain, strength, at, sampleRate);
    return { curve: at.map((x, i) => ({ x, y: Math.max(-200, magnitudeDb(response[i])) })), without };
  }, [chain, strength, sampleRate]);
  const highest = Math.max(12, Math.ceil(Math.max(...curve.map((p) => p.y)) / 6) * 6);
  const y = useMemo(() => changeAxis(-24, highest), [highest]);
  const at = (frequency: number) =>
    curve
      .reduce((best, p) => (Math.abs(p.x - frequency) < Math.abs(best.x - frequency) ? p : best))
      .y.toFixed(1);
  return (
    <Plot
      title={`response, dB over Hz${without.length > 0 ? ` · without ${[...new Set(without)].join(" and ").toLowerCase()}` : ""}`}
      label={`Magnitude response: ${at(100)} dB at 100 Hz, ${at(1000)} dB at 1 kHz, ${at(10000)} dB at 10 kHz`}
      x={frequencyAxis}
      y={y}
      line={curve}
    />
  );
}
