import { Box, chakra } from "@chakra-ui/react";
import type { LumaLevels } from "@/core/measure/picture-statistics";
import { placeOf, timeColumns, TimeMark } from "./lanes";
import type { FrameLevels } from "./use-levels";

const height = 48;

interface StripProps {
  readonly levels: readonly FrameLevels[];
  readonly frames: number;
  readonly frame: number;
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** Light and dark over the length of a clip: between the darkest and the lightest hundredth, with the middle as a line. */
export function LevelsStrip({ levels, frames, frame }: StripProps) {
  const x = (at: number) => placeOf(at, { frames }).toFixed(2);
  const y = (level: number) => (height - 2 - level * (height - 4)).toFixed(2);
  const points = (side: "before" | "after", of: keyof LumaLevels) =>
    levels.map((one) => `${x(one.frame)},${y(one[side][of])}`);
  const band = (side: "before" | "after") =>
    [...points(side, "high"), ...points(side, "low").reverse()].join(" ");
  const here = levels.findLast((one) => one.frame <= frame);
  return (
    <Box display="grid" gridTemplateColumns={timeColumns} alignItems="center" columnGap="10px">
      <chakra.span textStyle="figure" color="muted" pl="8px">
        levels
      </chakra.span>
      <Box
        position="relative"
        bg="plot"
        role="img"
        aria-label={`Levels over the clip, ${levels.length} frames${here ? `; here from ${percent(here.after.low)} to ${percent(here.after.high)}, the middle at ${percent(here.after.middle)}` : ""}`}
        data-levels={levels.length}
      >
        <chakra.svg
          display="block"
          width="100%"
          height={`${height}px`}
          viewBox={`0 0 100 ${height}`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <chakra.polygon points={band("before")} color="muted" fill="currentColor" fillOpacity="0.25" />
          <chakra.polygon points={band("after")} color="selected" fill="currentColor" fillOpacity="0.45" />
          <chakra.polyline
            points={points("after", "middle").join(" ")}
            color="ink"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.2"
            vectorEffect="non-scaling-stroke"
          />
        </chakra.svg>
        <TimeMark frame={frame} frames={frames} />
      </Box>
      <chakra.span textStyle="figure" whiteSpace="nowrap" truncate>
        {here ? `${percent(here.after.low)} – ${percent(here.after.high)}` : "…"}
      </chakra.span>
    </Box>
  );
}
