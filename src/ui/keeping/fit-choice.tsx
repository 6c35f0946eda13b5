"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useId, type RefObject } from "react";
import { courseOf, fitOfChain, fittedAs, laneOf, type ClipTime } from "@/core/chain/keyframes";
import { sayNumber } from "@/core/chain/describe";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { movableIn } from "@/core/chain/motion";
import { seconds } from "@/core/effects/parameter";
import { endsOn, fitIds, fitWays, type FitWay } from "@/core/time/fit";
import { ratio, secondsIn, times, type Ratio } from "@/core/time/ratio";
import { NumberControl } from "../controls/number-control";

/** How keyframes fit a clip of another length. */
export interface FitValue {
  readonly way: FitWay;
  readonly opening: Ratio;
  readonly closing: Ratio;
}

interface FitChoiceProps {
  readonly chain: Chain;
  readonly value: FitValue;
  readonly onChange: (value: FitValue) => void;
  /** Onto the way that is chosen. */
  readonly chosen?: RefObject<HTMLInputElement | null>;
}

/** Clips on which each way is drawn, as shares of the one that the keyframes were set on. */
const clips = [
  { label: "short", share: ratio(2, 5) },
  { label: "as set", share: ratio(1) },
  { label: "long", share: ratio(9, 5) },
] as const;
const fullWidth = 110;
const height = 26;
/** Fine enough for drawings. */
const rate = ratio(100);

const lengthSpec = (label: string, longest: number) =>
  seconds({
    label,
    help: "Lasts as long on every clip.",
    min: 0,
    max: Math.max(0.01, longest),
    default: 0,
    taper: "linear",
  });

/** A length in hundredths, as it is typed. */
const typed = (value: number): Ratio => ratio(Math.round(value * 100), 100);

/** The setting and lane that moves most, which stands for all in the drawings. */
function mainLane({ settings }: Chain): { setting: EffectSetting; key: string } | null {
  const lanes = settings.flatMap((setting) =>
    Object.entries(setting.motion?.lanes ?? {}).map(([key, lane]) => ({ setting, key, many: lane.length })),
  );
  return lanes.sort((a, b) => b.many - a.many)[0] ?? null;
}

function Drawing({ setting, keyOf, length }: { setting: EffectSetting; keyOf: string; length: Ratio }) {
  const frames = Math.max(2, Math.round(secondsIn(length) * 100));
  const clip: ClipTime = { frames, rate };
  const course = courseOf(setting, keyOf, clip, 80);
  // The same scale on every clip: that of all keyframes.
  const { min, max } = movableIn(setting).get(keyOf)!;
  const shares = laneOf(setting, keyOf).map(({ value }) => (value - min) / (max - min));
  const [low, high] = [Math.min(...shares), Math.max(...shares)];
  const points = course
    .map((v, i) => {
      const y = high === low ? 0.5 : (v - low) / (high - low);
      return `${((i / 79) * 100).toFixed(2)},${(height - 4 - y * (height - 8)).toFixed(2)}`;
    })
    .join(" ");
  return (
    <svg
      width="100%"
      height={height}
      viewBox={`0 0 100 ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <polyline
        points={points}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** The ways to fit, each drawn on clips of three lengths. */
export function FitChoice({ chain, value, onChange, chosen }: FitChoiceProps) {
  const name = useId();
  const motion = fitOfChain(chain);
  const lane = mainLane(chain);
  if (!motion || !lane) return null;
  const { length } = motion;
  const short = endsOn({ ...value, length }, times(length, clips[0].share));
  const [opening, closing] = [secondsIn(value.opening), secondsIn(value.closing)];
  return (
    <Box as="fieldset" border="none" p="0" m="0" mb="12px" data-fit={value.way}>
      <chakra.legend fontSize="xs" fontWeight="600" color="cardMuted">
        {`Keyframes were set on ${sayNumber(lengthSpec("", 1e6), secondsIn(length))}; on clips of another length`}
      </chakra.legend>
      <Box display="grid" gridTemplateColumns="1fr auto" columnGap="12px" alignItems="end">
        <span />
        <Box display="flex" gap="8px" fontSize="xs" color="cardMuted">
          {clips.map(({ label, share }) => (
            <Box key={label} style={{ width: fullWidth * secondsIn(share) }} truncate>
              {label}
            </Box>
          ))}
        </Box>
        {fitIds.map((way) => {
          const fitted = fittedAs(chain, way, value.opening, value.closing);
          const drawn = fitted.settings[chain.settings.indexOf(lane.setting)];
          return (
            <Box key={way} display="contents">
              <chakra.label
                display="flex"
                gap="6px"
                alignItems="center"
                minHeight="34px"
                title={fitWays[way].help}
              >
                <chakra.input
                  ref={way === value.way ? chosen : undefined}
                  type="radio"
                  name={name}
                  value={way}
                  checked={way === value.way}
                  onChange={() => onChange({ ...value, way })}
                  accentColor="cardSelected"
                  width="16px"
                  height="16px"
                />
                <span>{fitWays[way].label}</span>
              </chakra.label>
              <Box
                display="flex"
                gap="8px"
                alignItems="center"
                color={way === value.way ? "cardSelected" : "cardMuted"}
              >
                {clips.map(({ label, share }) => (
                  <Box
                    key={label}
                    bg="fieldGround"
                    border="1px solid"
                    borderColor="cardRule"
                    lineHeight="0"
                    style={{ width: fullWidth * secondsIn(share) }}
                  >
                    <Drawing setting={drawn} keyOf={lane.key} length={times(length, share)} />
                  </Box>
                ))}
              </Box>
            </Box>
          );
        })}
      </Box>
      {value.way === "middle" && (
        <Box pl="24px" pt="4px">
          <NumberControl
            spec={lengthSpec("Opening", secondsIn(length) - closing)}
            value={Number(opening.toFixed(3))}
            onChange={(next) => onChange({ ...value, opening: typed(next) })}
          />
          <NumberControl
            spec={lengthSpec("Closing", secondsIn(length) - opening)}
            value={Number(closing.toFixed(3))}
            onChange={(next) => onChange({ ...value, closing: typed(next) })}
          />
          {short.isShortened && (
            <Box fontSize="xs" color="cardMuted" role="note">
              {`On a clip shorter than ${sayNumber(lengthSpec("", 1e6), opening + closing)} both are shortened by the same share, as drawn.`}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
