import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { coloursThrough } from "@/core/measure/chain-curves";

/** sRGB codes, 0…1: greys from dark to light, the circle of hues, and tones of skin, sky and leaves. */
const colours: readonly (readonly [number, number, number])[] = [
  ...[0.1, 0.3, 0.5, 0.7, 0.9].map((v) => [v, v, v] as const),
  ...Array.from({ length: 9 }, (_, i) => {
    const hue = (i / 9) * 2 * Math.PI;
    const channel = (turn: number) => 0.5 + 0.3 * Math.cos(hue - (turn * 2 * Math.PI) / 3);
    return [channel(0), channel(1), channel(2)] as const;
  }),
  [0.45, 0.32, 0.26],
  [0.77, 0.59, 0.51],
  [0.38, 0.48, 0.62],
  [0.34, 0.42, 0.27],
];
const planes = [0, 1, 2].map((c) => colours.map((colour) => colour[c]));

const css = (colour: ArrayLike<number>) =>
  `rgb(${Array.from(colour, (v) => Math.round(Math.min(1, Math.max(0, v)) * 255)).join(" ")})`;

/** What the chain makes of some colours: above as they were, below as they become. Nothing where it looks at more than single pixels. */
export function Swatches({ chain }: { chain: Chain }) {
  const after = useMemo(() => coloursThrough(chain, 100, planes), [chain]);
  if (!after) return null;
  return (
    <Box
      role="img"
      aria-label="Some colours, above before and below after"
      display="grid"
      gridTemplateColumns={`repeat(${colours.length}, 1fr)`}
      border="1px solid"
      borderColor="rule"
    >
      {colours.map((colour, i) => (
        <chakra.span key={`before ${i}`} height="22px" style={{ background: css(colour) }} />
      ))}
      {colours.map((_, i) => (
        <chakra.span
          key={`after ${i}`}
          height="36px"
          style={{ background: css(after.map((plane) => plane[i])) }}
        />
      ))}
    </Box>
  );
}
