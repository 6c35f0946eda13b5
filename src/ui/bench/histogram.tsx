import { channelColours } from "../theme/channels";
import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { histogram } from "@/core/measure/peaks";
import type { RenderedPicture } from "@/workers/render-messages";

/** While pictures move, one pixel in so many is counted; not a share of common widths, so that all columns are. */
const sparsely = 13;

interface Props {
  readonly picture: RenderedPicture | null;
  readonly moves: boolean;
}

/** Counts of the codes of each channel; the height is the square root of the count, so that small ones show. */
export function Histogram({ picture, moves }: Props) {
  const paths = useMemo(() => {
    if (!picture) return [];
    const counts = histogram(picture.codes, moves ? sparsely : 1);
    // The ends hold what is clipped; they would flatten all the rest.
    const highest = Math.sqrt(Math.max(...counts.flatMap((c) => [...c.subarray(1, 255)]), 1));
    return counts.map(
      (c) =>
        `M0 40 ${Array.from(c, (n, i) => `L${i} ${(40 - Math.min(40, (Math.sqrt(n) / highest) * 39)).toFixed(1)}`).join(" ")} L255 40Z`,
    );
  }, [picture, moves]);
  return (
    <chakra.svg
      role="img"
      aria-label="Histogram of the result"
      viewBox="0 0 255 40"
      preserveAspectRatio="none"
      width="200px"
      height="64px"
      bg="plot"
      border="1px solid"
      borderColor="rule"
      flexShrink={0}
    >
      {paths.map((path, i) => (
        <path
          key={channelColours[i]}
          d={path}
          fill={channelColours[i]}
          fillOpacity="0.35"
          stroke={channelColours[i]}
          strokeWidth="0.8"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </chakra.svg>
  );
}
