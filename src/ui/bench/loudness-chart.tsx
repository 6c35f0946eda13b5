import { useMemo } from "react";
import { courseStart, courseStep } from "@/core/measure/loudness";
import type { SoundMeasures } from "@/workers/render-messages";
import { levelAxis } from "./axes";
import { Plot } from "./plot";
import type { Axis, PlotPoint } from "./plot-props";

const levels = levelAxis(-60, 0, 6, { strongAt: -23 });
const nothing: readonly PlotPoint[] = [];

interface LoudnessChartProps {
  readonly before: SoundMeasures | null;
  readonly after: SoundMeasures | null;
  /** Where the looped range lies, in seconds. */
  readonly start: number;
  readonly end: number;
}

/** Momentary loudness over the looped range, with the chain and, dashed, without it. */
export function LoudnessChart({ before, after, start, end }: LoudnessChartProps) {
  const [line, beside] = [
    useMemo(() => course(after, start), [after, start]),
    useMemo(() => course(before, start), [before, start]),
  ];
  const seconds = useMemo<Axis>(() => {
    const step = [0.5, 1, 2, 5, 10, 30, 60, 300].find((s) => (end - start) / s <= 12) ?? 600;
    const first = Math.ceil(start / step);
    return {
      min: start,
      max: end,
      labels: new Map(
        Array.from({ length: Math.floor(end / step) - first + 1 }, (_, i) => (first + i) * step).map((s) => [
          s,
          `${s} s`,
        ]),
      ),
    };
  }, [start, end]);
  const loudest = line.reduce((most, p) => Math.max(most, p.y), -Infinity);
  return (
    <Plot
      title="momentary loudness, LUFS over time · dashed: before"
      label={
        Number.isFinite(loudest)
          ? `Momentary loudness of the result: ${loudest.toFixed(1)} LUFS at most`
          : "Momentary loudness, being measured"
      }
      x={seconds}
      y={levels}
      line={line}
      beside={beside}
    />
  );
}

/** Each value where its window ends. */
const course = (measures: SoundMeasures | null, start: number): readonly PlotPoint[] =>
  measures?.loudness.map((y, i) => ({ x: start + courseStart + courseStep * i, y: Math.max(-120, y) })) ??
  nothing;
