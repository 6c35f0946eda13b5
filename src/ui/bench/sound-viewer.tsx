"use client";

import { useCallback, useMemo, useState } from "react";
import { emptyChain } from "@/core/chain/model";
import { soundDifference } from "@/core/measure/difference";
import type { ViewerProps } from "../media/define";
import { useDesk } from "../data/desk";
import type { Media } from "@/core/api/operations/session-replica";
import { benchResult, useBenchResult } from "./bench-result";
import { LoopFrame } from "./loop-frame";
import { useLoop, type Hearing, type Range } from "./use-loop";
import { useMix } from "./use-mix";
import { copyUrl } from "./use-picture";
import { Waveform } from "./waveform";

/** What is looped of new material: long enough to judge, short enough to render at once. Seconds. */
const firstRange = { start: 1, length: 4 };
const untouched = emptyChain("audio");
const largestZoom = 256;

/** A clip: its wave with the looped range, heard by itself or with the rest of the session. */
export function SoundViewer({ bench, target, media }: ViewerProps) {
  const { libraryId, renderer } = useDesk();
  const result = useBenchResult();
  const { audition, inMix, setInMix } = bench;
  const facts = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const { frames, sampleRate, channels, mask } = facts;
  const first = useMemo<Range>(() => {
    const start = Math.min(
      firstRange.start * sampleRate,
      Math.max(0, frames - firstRange.length * sampleRate),
    );
    return { start, end: Math.min(frames, start + firstRange.length * sampleRate) };
  }, [frames, sampleRate]);
  const [ranges, setRanges] = useState<ReadonlyMap<string, Range>>(new Map());
  const range = ranges.get(media.id) ?? first;
  const { start, end } = range;
  const setRange = useMemo(
    () => (next: Range) => setRanges((all) => new Map(all).set(media.id, next)),
    [media.id],
  );
  const [zoom, setZoom] = useState(1);
  const onZoom = useCallback(
    (by: 2 | 0.5) => setZoom((now) => Math.min(largestZoom, Math.max(1, now * by))),
    [],
  );
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;

  const source = useMemo(
    () => ({ url: copyUrl(libraryId, media.id, "planes"), channels, frames, sampleRate, mask }),
    [libraryId, media.id, channels, frames, sampleRate, mask],
  );
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
  const seconds = useMemo(
    () => ({ start: target.at + start / sampleRate, end: target.at + end / sampleRate }),
    [target.at, start, end, sampleRate],
  );
  const mix = useMix(bench, inMix, null, seconds);
  const loop = useLoop(mix?.before ?? before, mix?.after ?? after, mix?.sampleRate ?? sampleRate);
  return (
    <LoopFrame
      name={target.name}
      facts={`${sampleRate / 1000} kHz ${["mono", "stereo"][channels - 1] ?? `${channels} channels`}`}
      loop={loop}
      chain={chain}
      strength={strength}
      sampleRate={sampleRate}
      frames={frames}
      range={range}
      onRange={setRange}
      inMix={inMix}
      onInMix={setInMix}
      onZoom={onZoom}
    >
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
    </LoopFrame>
  );
}
