import { Box, chakra } from "@chakra-ui/react";
import { useCallback, useRef, type PointerEvent } from "react";
import type { Target } from "@/core/library/entities";
import { materialOf } from "../data/material";
import type { Bench } from "./use-bench";
import { usePlayhead } from "./use-playhead";
import { Wave } from "./wave";

interface TimelineProps {
  readonly bench: Bench;
  /** Seconds. */
  readonly length: number;
  readonly range: { readonly start: number; readonly end: number };
  /** What the chosen group gets its sound from, drawn stronger. */
  readonly feeders: readonly Target[];
  /** Seconds into the range. */
  readonly position: (() => number | null) | null;
  onRange(range: { start: number; end: number }): void;
}

const shortestRange = 0.1;

/** The clips of the session where they lie in time, with the looped range. Drag to set the range. */
export function Timeline({ bench, length, range, feeders, position, onRange }: TimelineProps) {
  const { targets, session, selection } = bench;
  const box = useRef<HTMLDivElement>(null);
  const dragFrom = useRef<number | null>(null);
  const strong = new Set(feeders.map((f) => f.id));
  const clips = targets.flatMap((target) => {
    const facts = materialOf(session.media, target)?.facts;
    return facts?.kind === "audio" ? [{ target, facts }] : [];
  });
  const head = usePlayhead(
    position,
    useCallback((at) => ((range.start + at) / length) * 100, [range.start, length]),
  );
  const secondsAt = (event: PointerEvent) => {
    const { left, width } = box.current!.getBoundingClientRect();
    return Math.min(1, Math.max(0, (event.clientX - left) / width)) * length;
  };
  const onUp = (event: PointerEvent) => {
    if (dragFrom.current === null) return;
    const [start, end] = [dragFrom.current, secondsAt(event)].sort((a, b) => a - b);
    dragFrom.current = null;
    if (end - start >= shortestRange) onRange({ start, end });
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
      touchAction="none"
      overflowY="auto"
      overflowX="hidden"
      role="img"
      aria-label={`Timeline of ${clips.length} clips`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        dragFrom.current = secondsAt(event);
      }}
      onPointerUp={onUp}
    >
      <Box
        position="absolute"
        top="0"
        height="100%"
        minHeight={`${clips.length * 34 + 8}px`}
        bg="selectedGround"
        style={{
          left: `${(range.start / length) * 100}%`,
          width: `${((range.end - range.start) / length) * 100}%`,
        }}
      />
      <Box position="relative" py="4px" minHeight="100%" display="flex" flexDirection="column">
        {clips.map(({ target, facts }) => {
          const duration = facts.frames / facts.sampleRate;
          const heard = strong.has(target.id) && !target.muted;
          return (
            <Box key={target.id} position="relative" flex="1 0 34px" maxHeight="72px">
              <Box
                position="absolute"
                top="2px"
                bottom="2px"
                borderLeft="2px solid"
                borderColor={heard ? "selected" : "rule"}
                style={{ left: `${(target.at / length) * 100}%`, width: `${(duration / length) * 100}%` }}
              >
                <chakra.div
                  fontSize="2xs"
                  lineHeight="11px"
                  color={heard ? "ink" : "muted"}
                  px="4px"
                  height="12px"
                  truncate
                >
                  {target.muted ? `${target.name}, muted` : target.name}
                </chakra.div>
                <Box
                  height="calc(100% - 13px)"
                  opacity={target.muted ? 0.35 : heard || selection.ids.has(target.id) ? 1 : 0.6}
                >
                  <Wave
                    peaks={facts.peaks}
                    columns={Math.max(8, Math.round((duration / length) * 240))}
                    colour={heard ? "selected" : "muted"}
                    height="100%"
                  />
                </Box>
              </Box>
            </Box>
          );
        })}
      </Box>
      <Box
        ref={head}
        position="absolute"
        top="0"
        height="100%"
        width="2px"
        bg="keyGround"
        opacity="0"
        pointerEvents="none"
      />
    </Box>
  );
}
