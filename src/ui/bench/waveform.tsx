"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo, useRef, type PointerEvent } from "react";
import { columnsOf } from "@/core/measure/overview";
import { waveformPeaks } from "@/core/measure/peaks";
import type { RenderedLoop } from "@/workers/render-messages";
import type { Media } from "@/core/api/operations/session-replica";
import type { Range } from "../state/bench/marked";
import { copyUrl } from "../data/material";
import { usePlayhead } from "./use-playhead";

interface WaveformProps {
  readonly libraryId: string;
  readonly media: Media;
  /** How many times the material is enlarged around the range; 1 shows all of it. */
  readonly zoom: number;
  readonly range: Range;
  readonly after: RenderedLoop | null;
  /** Linear factor at which the after side is heard. */
  readonly level: number;
  readonly position: (() => number | null) | null;
  onRange(range: Range): void;
}

const shortestRange = 0.1;

function bars(peaks: ArrayLike<number>, from: number, to: number): string {
  const pairs = peaks.length / 2;
  let path = "";
  for (let i = 0; i < pairs; i++) {
    const x = from + ((to - from) * (i + 0.5)) / pairs;
    path += `M${x.toFixed(2)} ${(1 - Math.max(0.006, peaks[i * 2 + 1])).toFixed(4)}V${(1 + Math.max(0.006, -peaks[i * 2])).toFixed(4)}`;
  }
  return path;
}

const columns = 1000;
const zoomedPairs = 480;

/** What is shown: a stretch of the material around the middle of the range. Samples. */
function viewOf({ start, end }: Range, frames: number, zoom: number): Range {
  const length = frames / zoom;
  const from = Math.min(frames - length, Math.max(0, (start + end - length) / 2));
  return { start: from, end: from + length };
}

/** The material, the looped range on it with the treated sound over the untouched, and where it plays. Drag to set the range. */
export function Waveform({ libraryId, media, zoom, range, after, level, position, onRange }: WaveformProps) {
  const { frames, sampleRate, peaks, part } = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const offset = part?.from ?? 0;
  const overview = useQuery({
    queryKey: ["overview", media.id],
    enabled: zoom > 1,
    queryFn: async () => {
      const response = await fetch(copyUrl(libraryId, media.id, "overview"));
      if (!response.ok) throw new Error("The overview could not be fetched.");
      return new Int16Array(await response.arrayBuffer());
    },
  }).data;
  const view = useMemo(() => viewOf(range, frames, zoom), [range, frames, zoom]);
  const shown = view.end - view.start;
  const box = useRef<HTMLDivElement>(null);
  const dragFrom = useRef<number | null>(null);
  const place = useCallback(
    (sample: number) => ((sample - view.start) / (view.end - view.start)) * columns,
    [view],
  );
  const [from, to] = [place(range.start), place(range.end)];
  const untouched = useMemo(
    () =>
      zoom > 1 && overview
        ? bars(columnsOf(overview, offset + view.start, offset + view.end, zoomedPairs), 0, columns)
        : bars(peaks, place(0), place(frames)),
    [peaks, overview, zoom, view, frames, offset, place],
  );
  const treated = useMemo(() => {
    if (!after) return "";
    const count = Math.max(8, Math.round((to - from) / 4.2));
    const pairs = waveformPeaks(after.planes, count).map((v) => Math.max(-1, Math.min(1, v * level)));
    return bars(pairs, from, to);
  }, [after, level, from, to]);

  const head = usePlayhead(
    position,
    useCallback(
      (at) => ((range.start + at * sampleRate - view.start) / shown) * 100,
      [range.start, view.start, shown, sampleRate],
    ),
  );

  const sampleAt = (event: PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    return Math.round(view.start + Math.min(1, Math.max(0, (event.clientX - left) / width)) * shown);
  };
  const onDown = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    dragFrom.current = sampleAt(event);
  };
  const onUp = (event: PointerEvent) => {
    if (dragFrom.current === null) return;
    const [start, end] = [dragFrom.current, sampleAt(event)].sort((a, b) => a - b);
    dragFrom.current = null;
    if (end - start >= shortestRange * sampleRate) onRange({ start, end });
  };

  return (
    <Box
      ref={box}
      position="relative"
      flex="1 1 0"
      minHeight="90px"
      bg="plot"
      border="1px solid"
      borderColor="rule"
      borderRadius="part"
      cursor="text"
      onPointerDown={onDown}
      onPointerUp={onUp}
      touchAction="none"
      overflow="hidden"
      data-zoom={zoom}
    >
      <Box
        position="absolute"
        insetY="0"
        bg="selectedGround"
        style={{ left: `${from / 10}%`, width: `${(to - from) / 10}%` }}
      />
      <chakra.svg
        aria-hidden="true"
        position="absolute"
        inset="0"
        width="100%"
        height="100%"
        viewBox={`0 0 ${columns} 2`}
        preserveAspectRatio="none"
      >
        <chakra.path d={untouched} stroke="muted" strokeWidth="1.6" opacity="0.55" fill="none" />
        <chakra.path d={treated} stroke="selected" strokeWidth="1.9" fill="none" />
      </chakra.svg>
      <Box
        ref={head}
        position="absolute"
        insetY="0"
        width="2px"
        bg="keyGround"
        opacity="0"
        pointerEvents="none"
      />
    </Box>
  );
}
