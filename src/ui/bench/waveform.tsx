"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, type PointerEvent } from "react";
import { waveformPeaks } from "@/core/measure/peaks";
import type { RenderedLoop } from "@/workers/render-messages";
import type { Range } from "./use-loop";

interface WaveformProps {
  /** Pairs of lowest and highest value over the whole material. */
  readonly peaks: readonly number[];
  readonly frames: number;
  readonly sampleRate: number;
  readonly range: Range;
  readonly after: RenderedLoop | null;
  /** Linear factor at which the after side is heard. */
  readonly level: number;
  position(): number | null;
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

/** The whole material, the looped range on it with the treated sound over the untouched, and where it plays. Drag to set the range. */
export function Waveform({ peaks, frames, sampleRate, range, after, level, position, onRange }: WaveformProps) {
  const box = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const dragFrom = useRef<number | null>(null);
  const columns = 1000;
  const [from, to] = [(range.start / frames) * columns, (range.end / frames) * columns];
  const untouched = useMemo(() => bars(peaks, 0, columns), [peaks]);
  const treated = useMemo(() => {
    if (!after) return "";
    const count = Math.max(8, Math.round((to - from) / 4.2));
    const pairs = waveformPeaks(after.planes, count).map((v) => Math.max(-1, Math.min(1, v * level)));
    return bars(pairs, from, to);
  }, [after, level, from, to]);

  useEffect(() => {
    let frame = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const at = position();
      if (!head.current) return;
      head.current.style.opacity = at === null ? "0" : "1";
      if (at !== null) head.current.style.left = `${((range.start + at * sampleRate) / frames) * 100}%`;
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [position, range.start, frames, sampleRate]);

  const sampleAt = (event: PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    return Math.round(Math.min(1, Math.max(0, (event.clientX - left) / width)) * frames);
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
    <Box ref={box} position="relative" flex="1 1 0" minHeight="90px" bg="plot" border="1px solid" borderColor="rule" borderRadius="3px" cursor="text" onPointerDown={onDown} onPointerUp={onUp} touchAction="none">
      <Box position="absolute" insetY="0" bg="selectedGround" style={{ left: `${from / 10}%`, width: `${(to - from) / 10}%` }} />
      <chakra.svg aria-hidden="true" position="absolute" inset="0" width="100%" height="100%" viewBox={`0 0 ${columns} 2`} preserveAspectRatio="none">
        <chakra.path d={untouched} stroke="muted" strokeWidth="1.6" opacity="0.55" fill="none" />
        <chakra.path d={treated} stroke="selected" strokeWidth="1.9" fill="none" />
      </chakra.svg>
      <Box ref={head} position="absolute" insetY="0" width="2px" bg="keyGround" opacity="0" pointerEvents="none" />
    </Box>
  );
}
