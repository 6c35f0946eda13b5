import { useMemo } from "react";
import type { SoundMeasures } from "@/workers/render-messages";
import { frequencyAxis, levelAxis } from "./axes";
import { Plot } from "./plot";
import type { PlotPoint } from "./plot-props";

const levels = levelAxis(-96, 0, 12);
const nothing: readonly PlotPoint[] = [];

interface SpectrumChartProps {
  readonly before: SoundMeasures | null;
  readonly after: SoundMeasures | null;
}

/** What the looped range holds in each band, with the chain and, dashed, without it. */
export function SpectrumChart({ before, after }: SpectrumChartProps) {
  const points = (measures: SoundMeasures | null) =>
    measures?.bands.map(({ frequency, level }) => ({ x: frequency, y: Math.max(-120, level) })) ?? nothing;
  const [line, beside] = [useMemo(() => points(after), [after]), useMemo(() => points(before), [before])];
  const loudest = line.reduce<PlotPoint | null>((most, p) => (most && most.y >= p.y ? most : p), null);
  return (
    <Plot
      title="spectrum in sixths of an octave, dBFS over Hz · dashed: before"
      label={
        loudest
          ? `Spectrum of the result: loudest around ${Math.round(loudest.x)} Hz, at ${loudest.y.toFixed(1)} dB`
          : "Spectrum, being measured"
      }
      x={frequencyAxis}
      y={levels}
      line={line}
      beside={beside}
    />
  );
}
