"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { useKeyActions } from "../keys/keys";
import { QuietButton } from "../parts/buttons";
import type { Media } from "../data/wire";
import type { Target } from "@/core/library/entities";
import type { Audition } from "./use-bench";
import { ResponseChart } from "./response-chart";
import { SideSwitch } from "./side-switch";
import { useLoop, type Range } from "./use-loop";
import { Waveform } from "./waveform";

/** What is looped of new material: long enough to judge, short enough to render at once. Seconds. */
const firstRange = { start: 1, length: 4 };

const clock = (seconds: number) => {
  const whole = Math.floor(seconds);
  return `${String(Math.floor(whole / 60)).padStart(2, "0")}:${String(whole % 60).padStart(2, "0")}.${String(Math.floor((seconds - whole) * 100)).padStart(2, "0")}`;
};
const level = (value: number, unit: string) => (Number.isFinite(value) ? `${value < 0 ? "−" : ""}${Math.abs(value).toFixed(1)} ${unit}` : `silent`);
const signed = (value: number) => `${value >= 0 ? "+" : "−"}${Math.abs(value).toFixed(1)} dB`;

interface SoundViewerProps {
  readonly target: Target;
  readonly media: Media;
  readonly audition: Audition | null;
}

/** A sound target: its wave with the looped range, loudness before and after, and the chain's response. */
export function SoundViewer({ target, media, audition }: SoundViewerProps) {
  const facts = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const { frames, sampleRate } = facts;
  const first = useMemo<Range>(() => {
    const start = Math.min(firstRange.start * sampleRate, Math.max(0, frames - firstRange.length * sampleRate));
    return { start, end: Math.min(frames, start + firstRange.length * sampleRate) };
  }, [frames, sampleRate]);
  const [ranges, setRanges] = useState<ReadonlyMap<string, Range>>(new Map());
  const range = ranges.get(media.id) ?? first;
  const setRange = useMemo(() => (next: Range) => setRanges((all) => new Map(all).set(media.id, next)), [media.id]);
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;
  const loop = useLoop(media, chain, strength, range);
  const { toggle, setSide, side, position, playing } = loop;

  const actions = useMemo(() => {
    const step = Math.round(0.5 * sampleRate);
    const shift = (by: number) => {
      const length = range.end - range.start;
      const start = Math.min(frames - length, Math.max(0, range.start + by));
      setRange({ start, end: start + length });
    };
    const resize = (by: number) => setRange({ start: range.start, end: Math.min(frames, Math.max(range.start + step, range.end + by)) });
    return [
      { keys: ["Space"], label: playing ? "stop" : "play", run: toggle },
      { keys: ["b"], label: "before / after", run: () => setSide(side === "after" ? "before" : "after") },
      { keys: ["["], label: "range earlier", quiet: true, run: () => shift(-step) },
      { keys: ["]"], label: "range later", quiet: true, run: () => shift(step) },
      { keys: [","], label: "range shorter", quiet: true, run: () => resize(-step) },
      { keys: ["."], label: "range longer", quiet: true, run: () => resize(step) },
    ];
  }, [range, frames, sampleRate, setRange, toggle, setSide, side, playing]);
  useKeyActions(actions);

  return (
    <Box display="flex" flexDirection="column" gap="10px" flex="1" minHeight="0" data-playing={playing} data-side={side} data-rendered={loop.after ? "" : undefined}>
      <HStack justifyContent="space-between" alignItems="flex-end">
        <Box minWidth="0">
          <chakra.h1 fontFamily="heading" fontSize="xl" fontWeight="600" truncate title={target.name}>{target.name}</chakra.h1>
          <chakra.div fontFamily="mono" fontSize="xs" color="muted">
            {`${clock(range.start / sampleRate)} – ${clock(range.end / sampleRate)} · ${sampleRate / 1000} kHz ${["mono", "stereo"][facts.channels - 1] ?? `${facts.channels} channels`}`}
          </chakra.div>
        </Box>
        <HStack gap="10px" flexShrink={0}>
          <QuietButton keys="Space" onClick={toggle} aria-pressed={playing}>{playing ? "Stop" : "Play"}</QuietButton>
          <SideSwitch side={side} onSide={setSide} />
        </HStack>
      </HStack>
      <Waveform peaks={facts.peaks} frames={frames} sampleRate={sampleRate} range={range} after={loop.after} level={10 ** (loop.match / 20)} position={position} onRange={setRange} />
      {loop.problem ? (
        <chakra.div role="alert" color="loss" fontSize="sm">{`✕ This could not be rendered: ${loop.problem}`}</chakra.div>
      ) : (
        <HStack role="group" fontFamily="mono" fontSize="xs" color="muted" gap="18px" justifyContent="space-between" aria-label="Levels" opacity={loop.before && loop.after ? 1 : 0.4} whiteSpace="nowrap">
          <span>loudness <chakra.b color="ink" fontWeight="500">{loop.before ? level(loop.before.loudness, "LUFS") : "…"}</chakra.b> → <chakra.b color="ink" fontWeight="500" data-testid="loudness-after">{loop.after ? level(loop.after.loudness, "LUFS") : "…"}</chakra.b></span>
          <span>matched by <chakra.b color="ink" fontWeight="500">{signed(loop.match)}</chakra.b></span>
          <span>true peak <chakra.b color={loop.after && loop.after.truePeak > 0 ? "loss" : "ink"} fontWeight="500">{loop.after ? level(loop.after.truePeak, "dBTP") : "…"}</chakra.b></span>
        </HStack>
      )}
      <ResponseChart chain={chain} strength={strength} sampleRate={sampleRate} />
    </Box>
  );
}
