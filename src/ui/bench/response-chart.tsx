"use client";

import { Box, useToken } from "@chakra-ui/react";
import { Chart, Filler, Legend, LinearScale, LineController, LineElement, LogarithmicScale, PointElement } from "chart.js";
import { useEffect, useMemo, useRef } from "react";
import type { Chain } from "@/core/chain/model";
import { chainResponse, logFrequencies } from "@/core/measure/response";
import { magnitudeDb } from "@/core/signal/complex";

Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Legend);

const lowest = 20;
const points = 240;
const labelled = new Map([[20, "20"], [50, "50"], [100, "100"], [200, "200"], [500, "500"], [1000, "1 k"], [2000, "2 k"], [5000, "5 k"], [10000, "10 k"], [20000, "20 k"]]);

interface ResponseChartProps {
  readonly chain: Chain;
  readonly strength: number;
  readonly sampleRate: number;
}

/** Magnitude of the chain's filters and gains over frequency. */
export function ResponseChart({ chain, strength, sampleRate }: ResponseChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<"line"> | null>(null);
  // Resolved to colours, since a canvas knows no CSS variables.
  const tokens = useToken("colors", ["selected", "rule", "muted"]);
  const { curve, without } = useMemo(() => {
    const frequencies = logFrequencies(lowest, Math.min(20000, sampleRate * 0.49), points);
    const { response, without } = chainResponse(chain, strength, frequencies, sampleRate);
    return { curve: frequencies.map((x, i) => ({ x, y: Math.max(-200, magnitudeDb(response[i])) })), without };
  }, [chain, strength, sampleRate]);

  useEffect(() => {
    const element = canvas.current!;
    const style = getComputedStyle(element);
    const [line, rule, muted] = tokens.map((token) => style.getPropertyValue(token.replace(/^var\((.*)\)$/, "$1")).trim() || token);
    const mono = { family: "JetBrains Mono Variable", size: 10 };
    const made = new Chart(element, {
      type: "line",
      data: { datasets: [{ data: [], borderColor: line, borderWidth: 2, pointRadius: 0, tension: 0 }] },
      options: {
        animation: false, responsive: true, maintainAspectRatio: false, parsing: false, normalized: true, events: [],
        plugins: { legend: { display: false } },
        scales: {
          x: {
            type: "logarithmic", min: lowest, max: 20000, border: { color: rule }, grid: { color: rule },
            afterBuildTicks: (axis) => (axis.ticks = [...labelled.keys()].map((value) => ({ value }))),
            ticks: { color: muted, font: mono, autoSkip: false, maxRotation: 0, callback: (value) => labelled.get(Number(value)) ?? "" },
          },
          y: {
            min: -24, max: 12, border: { color: rule }, grid: { color: (at) => (at.tick.value === 0 ? muted : rule) },
            ticks: { color: muted, font: mono, stepSize: 6, callback: (value) => (Number(value) > 0 ? `+${value}` : String(value).replace("-", "−")) },
          },
        },
      },
    });
    chart.current = made;
    return () => made.destroy();
  }, [tokens]);

  useEffect(() => {
    const made = chart.current;
    if (!made) return;
    made.data.datasets[0].data = curve;
    const highest = Math.max(...curve.map((p) => p.y));
    made.options.scales!.y!.max = Math.max(12, Math.ceil(highest / 6) * 6);
    made.update("none");
  }, [curve, tokens]);

  const at = (frequency: number) => curve.reduce((best, p) => (Math.abs(p.x - frequency) < Math.abs(best.x - frequency) ? p : best)).y.toFixed(1);
  return (
    <Box flex="1 1 0" minHeight="110px" display="flex" flexDirection="column">
      <Box fontSize="xs" color="muted" fontFamily="mono" mb="4px" truncate>
        {`response, dB over Hz${without.length > 0 ? ` · without ${[...new Set(without)].join(" and ")}` : ""}`}
      </Box>
      <Box flex="1" minHeight="0" position="relative" bg="plot" border="1px solid" borderColor="rule" borderRadius="3px" p="6px">
        <canvas ref={canvas} role="img" aria-label={`Magnitude response: ${at(100)} dB at 100 Hz, ${at(1000)} dB at 1 kHz, ${at(10000)} dB at 10 kHz`} />
      </Box>
    </Box>
  );
}
