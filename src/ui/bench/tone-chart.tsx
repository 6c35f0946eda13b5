import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Chain } from "@/core/chain/model";
import { toneCurveOf } from "@/core/measure/chain-curves";
import { channelColours } from "../theme/channels";

const inputs = Array.from({ length: 65 }, (_, i) => i / 64);
const side = 64;

/** What the chain makes of greys, in at the foot and out at the side; nothing where it looks at more than single pixels. */
export function ToneChart({
  chain,
  strength,
  size = "64px",
}: {
  chain: Chain;
  strength: number;
  size?: string;
}) {
  const curves = useMemo(() => toneCurveOf(chain, strength, inputs), [chain, strength]);
  if (!curves) return null;
  const path = (curve: Float32Array) =>
    `M${Array.from(curve, (v, i) => `${(inputs[i] * side).toFixed(1)} ${((1 - Math.min(1, Math.max(0, v))) * side).toFixed(1)}`).join(" L")}`;
  // One line where all channels do the same.
  const same = curves.every((c) => c.every((v, i) => Math.abs(v - curves[0][i]) < 0.002));
  return (
    <chakra.svg
      role="img"
      aria-label={`Tone curve: mid grey 50 % becomes ${Math.round(curves[1][32] * 100)} %`}
      viewBox={`0 0 ${side} ${side}`}
      width={size}
      height={size}
      bg="plot"
      border="1px solid"
      borderColor="rule"
      flexShrink={0}
      color="muted"
    >
      <path d={`M0 ${side} L${side} 0`} stroke="currentColor" strokeWidth="0.7" strokeDasharray="2 2" />
      {(same ? [curves[0]] : curves).map((curve, i) => (
        <path
          key={i}
          d={path(curve)}
          fill="none"
          stroke={same ? "currentColor" : channelColours[i]}
          strokeWidth="1.4"
        />
      ))}
    </chakra.svg>
  );
}
