import { Box, chakra, HStack } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import type { Chain } from "@/core/chain/model";
import { sayClock } from "@/core/text/clock";
import type { RenderedLoop, SoundMeasures } from "@/workers/render-messages";
import { ActionButton } from "../actions/action-button";
import { useActions } from "../actions/use-actions";
import { soundPlace } from "../actions/viewer/sound";
import type { Chart } from "../actions/viewer/sound-here";
import { LevelChart } from "./level-chart";
import { LoudnessChart } from "./loudness-chart";
import { ResponseChart } from "./response-chart";
import { SideSwitch } from "./side-switch";
import { SpectrumChart } from "./spectrum-chart";
import type { Range } from "../state/bench/marked";
import type { Loop } from "./use-loop";
import { useMeasures } from "./use-measures";

const level = (value: number, unit: string) =>
  Number.isFinite(value) ? `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)} ${unit}` : `silent`;
const signed = (value: number) => `${value >= 0 ? "+" : "−"}${Math.abs(value).toFixed(1)} dB`;

type MeasureSound = Parameters<typeof useMeasures<RenderedLoop, SoundMeasures>>[2];
const measureBefore: MeasureSound = (renderer, { planes, sampleRate, mask }) =>
  renderer.measureSound({ place: "measures before", planes, sampleRate, mask });
const measureAfter: MeasureSound = (renderer, { planes, sampleRate, mask }) =>
  renderer.measureSound({ place: "measures after", planes, sampleRate, mask });

interface LoopFrameProps {
  readonly name: string;
  readonly facts: string;
  readonly loop: Loop;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  /** Steps a second in which the range is counted, and how many there are. */
  readonly sampleRate: number;
  /** Samples a second at which the chain runs, where they are others. */
  readonly responseRate?: number;
  readonly frames: number;
  readonly range: Range;
  readonly onRange: (range: Range) => void;
  readonly inMix: boolean;
  readonly onInMix: (inMix: boolean) => void;
  /** Enlarges the drawing, or makes it smaller. */
  readonly onZoom?: (by: 2 | 0.5) => void;
  /** The drawing of what is looped. */
  readonly children: ReactNode;
}

/** What all sounds on the bench have: playing, before and after, the looped range, levels, and the chain's response. */
export function LoopFrame({
  name,
  facts,
  loop,
  chain,
  strength,
  sampleRate,
  responseRate = sampleRate,
  frames,
  range,
  onRange,
  inMix,
  onInMix,
  onZoom,
  children,
}: LoopFrameProps) {
  const { toggle, setSide, side, playing, position } = loop;
  // Figures of one side alone stand back until the other is there; a colour, as a transparent text is hard to read.
  const measured = loop.before && loop.after ? "ink" : "muted";
  const [chart, setChart] = useState<Chart>("curves");
  const measuredBefore = useMeasures(loop.before, chart !== "curves", measureBefore);
  const measuredAfter = useMeasures(loop.after, chart !== "curves", measureAfter);
  useActions(soundPlace, {
    playing,
    side,
    inMix,
    chart,
    range,
    frames,
    sampleRate,
    position,
    toggle,
    setSide,
    setInMix: onInMix,
    setChart,
    setRange: onRange,
    zoom: onZoom,
  });

  return (
    <Box
      display="flex"
      flexDirection="column"
      gap="10px"
      flex="1"
      minHeight="0"
      data-subject="viewer"
      data-subject-name={name}
      data-playing={playing}
      data-side={side}
      data-rendered={loop.after ? "" : undefined}
    >
      <HStack justifyContent="space-between" alignItems="flex-end">
        <Box minWidth="0">
          <chakra.h1 textStyle="screenTitle" truncate title={name}>
            {name}
          </chakra.h1>
          <chakra.div
            textStyle="figure"
            color="muted"
            truncate
          >{`${sayClock(range.start / sampleRate)} – ${sayClock(range.end / sampleRate)} · ${facts}`}</chakra.div>
        </Box>
        <HStack gap="10px" flexShrink={0}>
          <ActionButton action="sound.in-mix" short />
          <ActionButton action="sound.play" short />
          <SideSwitch side={side} onSide={setSide} />
        </HStack>
      </HStack>
      {children}
      {loop.problem ? (
        <chakra.div
          role="alert"
          color="loss"
          fontSize="sm"
        >{`✕ This could not be rendered: ${loop.problem}`}</chakra.div>
      ) : (
        <HStack
          role="group"
          textStyle="figure"
          color="muted"
          gap="16px"
          justifyContent="space-between"
          aria-label="Levels"
          whiteSpace="nowrap"
        >
          <span>
            loudness{" "}
            <chakra.b color={measured} fontWeight="500">
              {loop.before ? level(loop.before.loudness, "LUFS") : "…"}
            </chakra.b>{" "}
            →{" "}
            <chakra.b color={measured} fontWeight="500" data-testid="loudness-after">
              {loop.after ? level(loop.after.loudness, "LUFS") : "…"}
            </chakra.b>
          </span>
          <span>
            matched by{" "}
            <chakra.b color={measured} fontWeight="500">
              {signed(loop.match)}
            </chakra.b>
          </span>
          <span>
            true peak{" "}
            <chakra.b color={loop.after && loop.after.truePeak > 0 ? "loss" : measured} fontWeight="500">
              {loop.after ? level(loop.after.truePeak, "dBTP") : "…"}
            </chakra.b>
          </span>
        </HStack>
      )}
      {loop.after?.missed.map((said) => (
        <chakra.div key={said} role="status" fontSize="sm" color="muted">
          {said}
        </chakra.div>
      ))}
      <HStack gap="12px" flex="1 1 0" minHeight="110px" alignItems="stretch" data-chart={chart}>
        {chart === "curves" && <ResponseChart chain={chain} strength={strength} sampleRate={responseRate} />}
        {chart === "curves" && <LevelChart chain={chain} strength={strength} />}
        {chart === "spectrum" && <SpectrumChart before={measuredBefore} after={measuredAfter} />}
        {chart === "loudness" && (
          <LoudnessChart
            before={measuredBefore}
            after={measuredAfter}
            start={range.start / sampleRate}
            end={range.end / sampleRate}
          />
        )}
      </HStack>
    </Box>
  );
}
