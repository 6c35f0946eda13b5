import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";

/** The outline of pairs of lowest and highest values, as an SVG path over a box of `columns` by 2. */
function outline(peaks: ArrayLike<number>, columns: number, scale: number): string {
  const pairs = peaks.length / 2;
  let path = "";
  for (let column = 0; column < columns; column++) {
    const from = Math.floor((column * pairs) / columns);
    const to = Math.max(from + 1, Math.floor(((column + 1) * pairs) / columns));
    let low = 0;
    let high = 0;
    for (let i = from; i < to; i++) {
      low = Math.min(low, peaks[i * 2]);
      high = Math.max(high, peaks[i * 2 + 1]);
    }
    path += `M${column + 0.5} ${1 - Math.max(0.012, high * scale)}V${1 + Math.max(0.012, -low * scale)}`;
  }
  return path;
}

interface WaveProps {
  readonly peaks: ArrayLike<number>;
  readonly columns: number;
  readonly scale?: number;
  readonly colour: string;
  readonly height: string;
}

/** A small still waveform. */
export function Wave({ peaks, columns, scale = 1, colour, height }: WaveProps) {
  const path = useMemo(() => outline(peaks, columns, scale), [peaks, columns, scale]);
  return (
    <chakra.svg
      aria-hidden="true"
      viewBox={`0 0 ${columns} 2`}
      preserveAspectRatio="none"
      width="100%"
      height={height}
      color={colour}
      display="block"
    >
      <path d={path} stroke="currentColor" strokeWidth="0.62" fill="none" />
    </chakra.svg>
  );
}
