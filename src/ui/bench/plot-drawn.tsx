"use client";

import { Box, useToken } from "@chakra-ui/react";
import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
} from "chart.js";
import { useEffect, useRef } from "react";
import type { Axis, PlotProps } from "./plot-props";
import { coloursAt } from "../parts/chart-colours";

Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Filler, Legend);

/** A line over two axes. */
export function Plot({ title, label, x, y, line, beside }: PlotProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<"line"> | null>(null);
  const [strongToken, ruleToken, mutedToken] = useToken("colors", ["selected", "rule", "muted"]);
  useEffect(() => {
    const element = canvas.current!;
    const [strong, rule, muted] = coloursAt(element, [strongToken, ruleToken, mutedToken]);
    const axis = ({ min, max, logarithmic, labels, strongAt }: Axis) => ({
      type: logarithmic ? ("logarithmic" as const) : ("linear" as const),
      min,
      max,
      border: { color: rule },
      grid: { color: (at: { tick: { value: number } }) => (at.tick.value === strongAt ? muted : rule) },
      afterBuildTicks: (made: { ticks: { value: number }[] }) =>
        void (made.ticks = [...labels.keys()]
          .filter((v) => v >= min && v <= max)
          .map((value) => ({ value }))),
      ticks: {
        color: muted,
        font: { family: "JetBrains Mono Variable", size: 10 },
        autoSkip: false,
        maxRotation: 0,
        callback: (value: string | number) => labels.get(Number(value)) ?? "",
      },
    });
    const made = new Chart(element, {
      type: "line",
      data: {
        datasets: [
          { data: [], borderColor: strong, borderWidth: 2, pointRadius: 0, tension: 0 },
          {
            data: [],
            borderColor: muted,
            borderWidth: 1,
            borderDash: [3, 3],
            pointRadius: 0,
            tension: 0,
          },
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        parsing: false,
        normalized: true,
        events: [],
        plugins: { legend: { display: false } },
        scales: { x: axis(x), y: axis(y) },
      },
    });
    chart.current = made;
    return () => made.destroy();
  }, [strongToken, ruleToken, mutedToken, x, y]);
  useEffect(() => {
    const made = chart.current;
    if (!made) return;
    made.data.datasets[0].data = [...line];
    made.data.datasets[1].data = [...(beside ?? [])];
    made.update("none");
    // Axes that are drawn anew are drawn without lines.
  }, [line, beside, strongToken, ruleToken, mutedToken, x, y]);
  return (
    <Box flex="1 1 0" minWidth="0" minHeight="110px" display="flex" flexDirection="column">
      <Box textStyle="hint" fontFamily="mono" mb="4px" truncate title={title}>
        {title}
      </Box>
      <Box
        flex="1"
        minHeight="0"
        position="relative"
        bg="plot"
        border="1px solid"
        borderColor="rule"
        borderRadius="part"
        p="6px"
      >
        <canvas ref={canvas} role="img" aria-label={label} />
      </Box>
    </Box>
  );
}
