"use client";

import { useAudition } from "./use-bench";
import { useMemo, useState } from "react";
import { mixLength, nodeTime } from "@/core/chain/mix";
import { feedersOf, mixNodes, mixRate } from "@/core/library/mixing";
import { countTargets } from "@/core/library/words";
import { LoopFrame } from "./loop-frame";
import type { ViewerProps } from "../media/define";
import { useSoundLanes } from "./sound-lanes";
import { Timeline } from "./timeline";
import type { Range } from "../state/bench/marked";
import { useLoop } from "./use-loop";
import { useMix } from "./use-mix";

/** Seconds. */
const firstLength = 4;

/** A track, bus, return or output: the session's timeline with the looped range, heard with all that feeds it. */
export function GroupViewer({ bench, target, lanes }: Omit<ViewerProps, "media">) {
  const { targets, session, inMix, setInMix } = bench;
  const audition = useAudition(bench);
  const feeders = useMemo(() => feedersOf(targets, target), [targets, target]);
  const { length, time } = useMemo(() => {
    const factsOf = (id: string) => session.media.get(id)?.facts;
    const nodes = mixNodes(targets, factsOf);
    const own = nodes.find(({ id }) => id === target.id)!;
    return {
      length: Math.max(1, mixLength(nodes)),
      time: nodeTime(nodes, own, mixRate(targets, factsOf)),
    };
  }, [targets, session.media, target.id]);
  // A thousandth of a second is fine enough for a range on the timeline.
  const [chosen, setRange] = useState<Range | null>(null);
  const frames = Math.round(length * 1000);
  const range = useMemo(
    () => (chosen && chosen.end <= frames ? chosen : { start: 0, end: Math.min(frames, firstLength * 1000) }),
    [chosen, frames],
  );
  const seconds = useMemo(() => ({ start: range.start / 1000, end: range.end / 1000 }), [range]);
  const mix = useMix(bench, audition, true, inMix ? null : target.id, seconds)!;
  const loop = useLoop(mix.before, mix.after, mix.sampleRate);
  const chain = audition?.chain ?? target.chain;
  const [rate, step] = time.rate;
  const drawing = (
    <Timeline
      bench={bench}
      length={length}
      range={seconds}
      feeders={feeders}
      position={loop.playing ? loop.position : null}
      onRange={({ start, end }) => setRange({ start: Math.round(start * 1000), end: Math.round(end * 1000) })}
    />
  );
  const { chainHere, laid } = useSoundLanes(
    { bench, target, lanes },
    {
      chain,
      time,
      start: Math.round((seconds.start * rate) / step),
      share: Math.min(1, (time.frames * step) / rate / length),
      drawing,
    },
  );
  const fed = feeders.length === 0 ? ", nothing feeds it yet" : ` of ${countTargets(feeders)}`;
  return (
    <LoopFrame
      name={target.name}
      facts={`${target.kind}${fed}`}
      loop={loop}
      chain={chainHere}
      strength={audition?.strength ?? target.strength}
      sampleRate={1000}
      responseRate={mix.sampleRate}
      frames={frames}
      range={range}
      onRange={setRange}
      inMix={inMix}
      onInMix={setInMix}
    >
      {laid}
    </LoopFrame>
  );
}
