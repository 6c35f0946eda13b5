"use client";

import { useMemo, useState } from "react";
import { mixLength } from "@/core/chain/mix";
import type { Target } from "@/core/library/entities";
import { feedersOf, mixNodes } from "@/core/library/mixing";
import { countTargets } from "@/core/library/words";
import { LoopFrame } from "./loop-frame";
import { Timeline } from "./timeline";
import type { Bench } from "./use-bench";
import { useLoop, type Range } from "./use-loop";
import { useMix } from "./use-mix";

/** Seconds. */
const firstLength = 4;

/** A track, bus, return or output: the session's timeline with the looped range, heard with all that feeds it. */
export function GroupViewer({ bench, target }: { bench: Bench; target: Target }) {
  const { targets, session, audition, inMix, setInMix } = bench;
  const feeders = useMemo(() => feedersOf(targets, target), [targets, target]);
  const length = useMemo(
    () => Math.max(1, mixLength(mixNodes(targets, (id) => session.media.get(id)?.facts))),
    [targets, session.media],
  );
  // A thousandth of a second is fine enough for a range on the timeline.
  const [chosen, setRange] = useState<Range | null>(null);
  const frames = Math.round(length * 1000);
  const range = useMemo(
    () => (chosen && chosen.end <= frames ? chosen : { start: 0, end: Math.min(frames, firstLength * 1000) }),
    [chosen, frames],
  );
  const seconds = useMemo(() => ({ start: range.start / 1000, end: range.end / 1000 }), [range]);
  const mix = useMix(bench, true, inMix ? null : target.id, seconds)!;
  const loop = useLoop(mix.before, mix.after, mix.sampleRate);
  const fed = feeders.length === 0 ? ", nothing feeds it yet" : ` of ${countTargets(feeders)}`;
  return (
    <LoopFrame
      name={target.name}
      facts={`${target.kind}${fed}`}
      loop={loop}
      chain={audition?.chain ?? target.chain}
      strength={audition?.strength ?? target.strength}
      sampleRate={1000}
      responseRate={mix.sampleRate}
      frames={frames}
      range={range}
      onRange={setRange}
      inMix={inMix}
      onInMix={setInMix}
    >
      <Timeline
        bench={bench}
        length={length}
        range={seconds}
        feeders={feeders}
        position={loop.playing ? loop.position : null}
        onRange={({ start, end }) =>
          setRange({ start: Math.round(start * 1000), end: Math.round(end * 1000) })
        }
      />
    </LoopFrame>
  );
}
