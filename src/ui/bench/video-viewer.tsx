"use client";

import { useAudition } from "./use-bench";
import { Box, chakra } from "@chakra-ui/react";
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type KeyboardEvent,
  type PointerEvent,
} from "react";
import type { Media } from "@/core/api/operations/session-replica";
import type { ClipTime } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import { needsEarlier } from "@/core/chain/cut";
import { earlierClipOf, soundTargetOf } from "@/core/library/clip-sound";
import { pictureDifference } from "@/core/measure/difference";
import { sayTimecode, secondsOf } from "@/core/media/timecode";
import type { FrameJob } from "@/workers/render-messages";
import { ActionButton } from "../actions/action-button";
import { useActions } from "../actions/use-actions";
import { videoPlace } from "../actions/viewer/video";
import { useDesk } from "../data/desk";
import { clipSource, copyUrl, materialOf, soundSource } from "../data/material";
import type { ViewerProps } from "../media/define";
import { benchResult, useBenchResult } from "./bench-result";
import { useEdge } from "./edge";
import { Lanes, lanesOf, timeColumns } from "./lanes";
import { PictureFrame } from "./picture-frame";
import { Scopes } from "./scopes";
import { filmRangeOn, type Range } from "../state/bench/marked";
import { useClip, type ClipSound } from "./use-clip";
import { usePan } from "./use-pan";
import { useLevels } from "./use-levels";
import { LevelsStrip } from "./levels-strip";
import { measurePicture, useMeasures } from "./use-measures";

type VideoFacts = Extract<Media["facts"], { kind: "video" }>;

/** A sound with silence behind it, where it is shorter. */
function lasting(plane: Float32Array, length: number): Float32Array {
  if (plane.length >= length) return plane;
  const all = new Float32Array(length);
  all.set(plane);
  return all;
}

/** The sound of a range of a clip through the chain that it has in the session, or why it is silent, where it came with one. */
function useClipSound(
  { bench, target }: ViewerProps,
  { rate, sound: came }: VideoFacts,
  { start, end }: Range,
): { readonly sound: ClipSound | null; readonly silent: string | null } {
  const { libraryId, renderer } = useDesk();
  const { targets, session } = bench;
  const own = soundTargetOf(target, targets, (id) => session.media.get(id)?.facts);
  const material = own && materialOf(session.media, own);
  const chain = own?.chain;
  const strength = own?.strength ?? 100;
  const isMuted = own?.muted ?? false;
  const missing = came === undefined || own ? null : "silent, as its sound is not among the targets";
  const sound = useMemo(() => {
    if (!chain || isMuted || material?.facts.kind !== "audio") return null;
    const source = soundSource(libraryId, material.id, material.facts);
    const [first, after] = [start, end].map((at) => Math.round(secondsOf(at, rate) * source.sampleRate));
    // What is silent by then is looped as that.
    const from = Math.min(first, source.frames - 1);
    return async () => {
      const loop = await renderer.loop({
        place: "clip sound",
        chain,
        strength,
        source,
        start: from,
        end: Math.max(from + 1, Math.min(source.frames, after)),
      });
      // As long as the pictures, which go round with it.
      return loop && { ...loop, planes: loop.planes.map((plane) => lasting(plane, after - first)) };
    };
  }, [chain, strength, isMuted, material, libraryId, renderer, rate, start, end]);
  return { sound, silent: isMuted ? "silent, as its sound is muted" : missing };
}

/** The clip before, as it stands in the session, where something of it is seen. */
function useEarlier({ bench, target }: ViewerProps, chain: Chain): FrameJob["earlier"] {
  const { libraryId } = useDesk();
  const { targets, session } = bench;
  const before = needsEarlier(chain) ? earlierClipOf(target, targets) : null;
  const media = before ? materialOf(session.media, before) : undefined;
  const shape = before?.chain;
  const strength = before?.strength ?? 100;
  return useMemo(() => {
    if (!shape || media?.facts.kind !== "video") return undefined;
    return { source: clipSource(libraryId, media.id, media.facts), chain: shape, strength };
  }, [libraryId, media, shape, strength]);
}

/** A clip: a frame of it with its untouched state at the left of a movable edge, played with its sound. */
export function VideoViewer(props: ViewerProps) {
  const { bench, target, media, lanes } = props;
  const { playhead } = bench;
  const { libraryId, renderer } = useDesk();
  const resultRef = useBenchResult();
  const facts = media.facts as VideoFacts;
  const { rate, frames, light } = facts;
  const audition = useAudition(bench);
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;
  const source = useMemo(() => clipSource(libraryId, media.id, facts), [libraryId, media.id, facts]);
  const { name } = media;
  const { start, end } = filmRangeOn(target, facts, bench.marked);
  const range = useMemo<Range>(() => ({ start, end }), [start, end]);
  const { mark } = bench;
  const setRange = useCallback((next: Range) => mark(target, next), [mark, target]);
  const { sound, silent } = useClipSound(props, facts, range);
  const earlier = useEarlier(props, chain);
  const clip = useClip(
    source,
    chain,
    strength,
    sound,
    earlier,
    range,
    ({ frame, size, chain: of, strength: share }) => {
      resultRef.current = benchResult({
        medium: "video",
        on: name,
        chain: of,
        rendered: frame,
        render: (kept) =>
          renderer.frame({
            place: "proof",
            source,
            index: frame.index,
            size,
            earlier,
            chain: kept,
            strength: share,
          }),
        difference: (a, b) => pictureDifference(a.after.codes, b.after.codes),
      });
    },
  );
  const clipTime = useMemo<ClipTime>(() => ({ frames, rate }), [frames, rate]);
  const { frame } = clip;
  useEffect(
    () => playhead.set({ targetId: target.id, clip: clipTime, frame }),
    [playhead, target.id, clipTime, frame],
  );
  useEffect(() => () => playhead.set(null), [playhead]);
  const [allLanes, setAllLanes] = useState<boolean | null>(null);
  const shownLanes = lanesOf(target.chain, lanes);
  const edge = useEdge();
  const [scopes, setScopes] = useState(false);
  const after = clip.shown?.frame.after ?? null;
  const measures = useMeasures(after, scopes, measurePicture);
  const levels = useLevels({ source, chain, strength, earlier }, scopes && !clip.playing);
  const { width, height } = after ?? light;
  const isExact = clip.shown?.size === "exact";
  // What is shown has the clip's own size or a smaller one, until the file's own frame is there.
  const larger = isExact ? 1 : facts.width / (clip.shown?.size === "half" ? light.width / 2 : light.width);
  const whole = { width: Math.round(width * larger), height: Math.round(height * larger) };
  const pan = usePan(whole);
  const part = pan.window;
  useActions(videoPlace, {
    whole: edge.whole,
    isFull: part !== null,
    toggleFull: pan.isOn || pan.hasMore ? pan.toggle : null,
    scopes,
    playing: clip.playing,
    frame: clip.frame,
    frames,
    second: Math.round(rate[0] / rate[1]),
    sampleRate: rate[0] / rate[1],
    range,
    setRange,
    position: clip.position,
    setWhole: edge.setWhole,
    setScopes,
    moveEdge: edge.moveEdge,
    toggle: clip.toggle,
    goTo: clip.goTo,
  });
  const size = part
    ? `${part.width} × ${part.height} of it at full size${isExact || larger === 1 ? "" : `, from ${width} × ${height}`}`
    : `shown at ${width} × ${height}`;
  const said = [
    `${facts.width} × ${facts.height}`,
    `${Number((rate[0] / rate[1]).toFixed(3))} fps`,
    `${size}${isExact ? ", exactly" : ""}${clip.half ? " to keep up" : ""}`,
    start > 0 || end < frames ? `loops ${sayTimecode(start, rate)} to ${sayTimecode(end, rate)}` : [],
    silent ?? [],
  ].flat();
  const isBehind = !clip.playing && (clip.shown?.chain !== chain || clip.shown.frame.index !== clip.frame);
  return (
    <PictureFrame
      name={target.name}
      facts={said.join(" · ")}
      notes={facts.notes.join(", ")}
      chain={chain}
      strength={strength}
      before={clip.shown?.frame.before ?? null}
      after={after}
      problem={clip.problem}
      isBehind={isBehind}
      moves={clip.playing}
      edge={edge}
      size={{ width, height }}
      pan={pan}
      whole={whole}
      marks={{
        "data-frame": clip.shown?.frame.index,
        "data-exact": isExact ? "" : undefined,
        "data-playing": clip.playing ? "" : undefined,
      }}
    >
      <Box display="grid" gridTemplateColumns={timeColumns} alignItems="center" columnGap="10px">
        <ActionButton action="sound.play" short />
        <Scrubber
          strip={copyUrl(libraryId, media.id, "strip")}
          of={stripOf(facts)}
          frame={clip.frame}
          frames={frames}
          label={sayTimecode(clip.frame, rate)}
          onFrame={clip.goTo}
          range={range}
          onRange={setRange}
        />
        <chakra.span textStyle="figure" whiteSpace="nowrap" aria-live="off">
          {`${sayTimecode(clip.frame, rate)} of ${sayTimecode(frames, rate)}`}
        </chakra.span>
      </Box>
      {shownLanes !== null && (
        <Lanes
          chain={target.chain}
          at={shownLanes}
          clip={clipTime}
          frame={clip.frame}
          all={allLanes ?? lanes?.asked ?? false}
          onFrame={clip.goTo}
          onChain={bench.shape}
          onAll={setAllLanes}
          onLeave={() => lanes?.leave()}
        />
      )}
      {scopes && <LevelsStrip levels={levels} frames={frames} frame={clip.frame} />}
      {scopes && <Scopes measures={measures} />}
    </PictureFrame>
  );
}

/** Where what is used lies in the strip of pictures from all of a file: how large the strip is, and how far in. */
function stripOf({ frames, part, whole = frames }: VideoFacts): CSSProperties {
  const beyond = whole - frames;
  return {
    backgroundSize: `${(100 * whole) / frames}% 100%`,
    backgroundPosition: `${beyond > 0 ? (100 * part!.from) / beyond : 0}% 0`,
  };
}

interface ScrubberProps {
  /** Where the pictures from all of the clip lie. */
  readonly strip: string;
  readonly of: CSSProperties;
  readonly frame: number;
  readonly frames: number;
  /** The frame in words. */
  readonly label: string;
  onFrame(frame: number): void;
  readonly range: Range;
  onRange(range: Range): void;
}

/**
 * The clip from begin to end: press or drag to go to a frame, with Shift to mark a range; arrows go by one, with Page keys
 * by a tenth.
 */
function Scrubber({ strip, of, frame, frames, label, onFrame, range, onRange }: ScrubberProps) {
  const last = Math.max(1, frames - 1);
  /** Where a range that is being marked began. */
  const anchor = useRef<number | null>(null);
  const to = useCallback(
    (at: number) => onFrame(Math.min(frames - 1, Math.max(0, Math.round(at)))),
    [onFrame, frames],
  );
  const drag = (event: PointerEvent) => {
    if (event.type === "pointermove" && event.buttons === 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const at = Math.min(last, Math.max(0, Math.round(((event.clientX - left) / width) * last)));
    if (event.type === "pointerdown") anchor.current = event.shiftKey ? at : null;
    if (anchor.current === null) return to(at);
    const [from, until] = [anchor.current, at].sort((a, b) => a - b);
    onRange({ start: from, end: Math.min(frames, until + 1) });
  };
  const onKey = (event: KeyboardEvent) => {
    const tenth = Math.max(1, Math.round(frames / 10));
    const next = {
      ArrowLeft: frame - 1,
      ArrowRight: frame + 1,
      PageDown: frame - tenth,
      PageUp: frame + tenth,
      Home: 0,
      End: frames - 1,
    }[event.key];
    if (next === undefined) return;
    event.preventDefault();
    to(next);
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label="Frame"
      data-begins=""
      aria-valuemin={0}
      aria-valuemax={frames - 1}
      aria-valuenow={frame}
      aria-valuetext={label}
      flex="1"
      height="40px"
      position="relative"
      cursor="col-resize"
      touchAction="none"
      borderRadius="part"
      bg="plot"
      style={{ ...of, backgroundImage: `url(${strip})` }}
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={onKey}
      data-range={`${range.start} ${range.end}`}
    >
      {[
        [0, range.start],
        [range.end, frames],
      ].map(
        ([from, until], i) =>
          until > from && (
            <Box
              key={i}
              position="absolute"
              insetY="0"
              bg="plot"
              opacity={0.7}
              pointerEvents="none"
              style={{ left: `${(from / frames) * 100}%`, width: `${((until - from) / frames) * 100}%` }}
            />
          ),
      )}
      <Box
        position="absolute"
        insetY="-3px"
        width="3px"
        bg="keyGround"
        transform="translateX(-1px)"
        pointerEvents="none"
        style={{ left: `${(frame / last) * 100}%` }}
      />
    </Box>
  );
}
