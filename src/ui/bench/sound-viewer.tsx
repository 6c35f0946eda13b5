"use client";

import { useAudition } from "./use-bench";
import { useCallback, useMemo, useState } from "react";
import { soundTime } from "@/core/chain/automated";
import { emptyChain } from "@/core/chain/model";
import { soundDifference } from "@/core/measure/difference";
import type { ViewerProps } from "../media/define";
import { useDesk } from "../data/desk";
import type { Media } from "@/core/api/operations/session-replica";
import { benchResult, useBenchResult } from "./bench-result";
import { LoopFrame } from "./loop-frame";
import { onTimeline, rangeOn, type Range } from "../state/bench/marked";
import { useSoundLanes } from "./sound-lanes";
import { useLoop, type Hearing } from "./use-loop";
import { useMix } from "./use-mix";
import { soundSource } from "../data/material";
import { Waveform } from "./waveform";

const untouched = emptyChain("audio");
const largestZoom = 256;

/** A clip: its wave with the looped range, heard by itself or with the rest of the session. */
export function SoundViewer({ bench, target, media, lanes }: ViewerProps) {
  const { libraryId, renderer } = useDesk();
  const result = useBenchResult();
  const { inMix, setInMix, marked, mark } = bench;
  const audition = useAudition(bench);
  const facts = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const { frames, sampleRate, channels } = facts;
  const { start, end } = rangeOn(target, facts, marked);
  const range = useMemo<Range>(() => ({ start, end }), [start, end]);
  const setRange = useCallback((next: Range) => mark(target, next), [mark, target]);
  const [zoom, setZoom] = useState(1);
  const onZoom = useCallback(
    (by: 2 | 0.5) => setZoom((now) => Math.min(largestZoom, Math.max(1, now * by))),
    [],
  );
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;

  const source = useMemo(() => soundSource(libraryId, media.id, facts), [libraryId, media.id, facts]);
  const before = useMemo<Hearing>(
    () => () =>
      renderer.loop({ place: "viewer before", chain: untouched, strength: 100, source, start, end }),
    [renderer, source, start, end],
  );
  const { name } = media;
  const after = useMemo<Hearing>(
    () => async () => {
      const rendered = await renderer.loop({ place: "viewer", chain, strength, source, start, end });
      return (
        rendered && {
          rendered,
          note: () =>
            (result.current = benchResult({
              medium: "audio",
              on: name,
              chain,
              rendered,
              render: (kept) => renderer.loop({ place: "proof", chain: kept, strength, source, start, end }),
              difference: (a, b) => soundDifference(a.planes, b.planes),
            })),
        }
      );
    },
    [renderer, source, name, chain, strength, start, end, result],
  );
  const time = useMemo(() => soundTime(frames, sampleRate), [frames, sampleRate]);
  const seconds = useMemo(() => onTimeline(target, facts, range), [target, facts, range]);
  const mix = useMix(bench, audition, inMix, null, seconds);
  const loop = useLoop(mix?.before ?? before, mix?.after ?? after, mix?.sampleRate ?? sampleRate);
  const drawing = (
    <Waveform
      libraryId={libraryId}
      media={media}
      zoom={zoom}
      range={range}
      after={inMix ? null : loop.after}
      level={10 ** (loop.match / 20)}
      position={loop.playing ? loop.position : null}
      onRange={setRange}
    />
  );
  const { chainHere, laid } = useSoundLanes(
    { bench, target, lanes },
    { chain, time, start: Math.round(start / time.rate[1]), drawing },
  );
  return (
    <LoopFrame
      name={target.name}
      facts={`${sampleRate / 1000} kHz ${["mono", "stereo"][channels - 1] ?? `${channels} channels`}`}
      loop={loop}
      chain={chainHere}
      strength={strength}
      sampleRate={sampleRate}
      frames={frames}
      range={range}
      onRange={setRange}
      inMix={inMix}
      onInMix={setInMix}
      onZoom={onZoom}
    >
      {laid}
    </LoopFrame>
  );
}
