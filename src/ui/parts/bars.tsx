"use client";

import { Box, useToken } from "@chakra-ui/react";
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from "chart.js";
import { useEffect, useRef } from "react";
import { coloursAt } from "./chart-colours";

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Legend, Tooltip);

interface BarsProps {
  /** What is drawn, above it. */
  readonly title: string;
  /** What it says, for those who do not see it. */
  readonly label: string;
  readonly names: readonly string[];
  /** Stacked, the first one lowest. */
  readonly series: readonly { readonly name: string; readonly values: readonly number[] }[];
}

/** Bars over names, one part upon the other. */
export function Bars({ title, label, names, series }: BarsProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tokens = useToken("colors", ["selected", "muted", "rule", "ink"]);
  const [strongToken, mutedToken, ruleToken, inkToken] = tokens;
  useEffect(() => {
    const element = canvas.current!;
    const [strong, muted, rule, ink] = coloursAt(element, [strongToken, mutedToken, ruleToken, inkToken]);
    const font = { family: "JetBrains Mono Variable", size: 10 };
    const axis = { stacked: true, border: { color: rule }, ticks: { color: muted, font, maxRotation: 0 } };
    const made = new Chart(element, {
      type: "bar",
      data: {
        labels: [...names],
        datasets: series.map(({ name, values }, i) => ({
          label: name,
          data: [...values],
          backgroundColor: i === 0 ? strong : rule,
          borderColor: i === 0 ? strong : muted,
          borderWidth: 1,
          barPercentage: 0.9,
          categoryPercentage: 0.9,
        })),
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        plugins: {
          legend: {
            display: series.length > 1,
            align: "end",
            labels: { color: ink, font: { size: 11 }, boxWidth: 12 },
          },
        },
        scales: {
          x: { ...axis, grid: { display: false } },
          y: { ...axis, beginAtZero: true, grid: { color: rule }, ticks: { ...axis.ticks, precision: 0 } },
        },
      },
    });
    return () => made.destroy();
  }, [strongToken, mutedToken, ruleToken, inkToken, names, series]);
  return (
    <Box display="flex" flexDirection="column" minWidth="0">
      <Box textStyle="hint" fontFamily="mono" mb="4px">
        {title}
      </Box>
      <Box
        height="180px"
        position="relative"
        bg="plot"
        border="1px solid"
        borderColor="rule"
        borderRadius="part"
        p="8px"
      >
        <canvas ref={canvas} role="img" aria-label={label} />
      </Box>
    </Box>
  );
}
