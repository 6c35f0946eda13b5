"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { finerThanPreview, geometryOf } from "@/core/chain/geometry";
import type { PictureMeasures, RenderedPicture } from "@/workers/render-messages";
import type { Media } from "@/core/api/operations/session-replica";
import type { ViewerProps } from "../media/define";
import { useActions } from "../actions/use-actions";
import { picturePlace } from "../actions/viewer/picture";
import type { Whole } from "../actions/viewer/picture-here";
import { Pixels } from "../parts/pixels";
import { Histogram } from "./histogram";
import { Scopes } from "./scopes";
import { ToneChart } from "./tone-chart";
import { useFullSize } from "./use-full-size";
import { useMeasures } from "./use-measures";
import { usePicture } from "./use-picture";

const measurePicture: Parameters<typeof useMeasures<RenderedPicture, PictureMeasures>>[2] = (
  renderer,
  { width, codes },
) => renderer.measurePicture({ place: "measures", width, codes });

/** A picture with its untouched state at the left of a movable edge, on a neutral surround. */
export function PictureViewer({ bench: { audition }, target, media }: ViewerProps) {
  const facts = media.facts as Extract<Media["facts"], { kind: "image" }>;
  const chain = audition?.chain ?? target.chain;
  const strength = audition?.strength ?? target.strength;
  const full = useFullSize(facts, chain);
  const after = usePicture(media, full.part, chain, strength, "viewer");
  // Moved as the result is, so that both lie on each other.
  const moved = useMemo(() => geometryOf(chain), [chain]);
  const before = usePicture(media, full.part, moved, strength, "viewer before");
  const [edge, setEdge] = useState(50);
  const [whole, setWhole] = useState<Whole>(null);
  const [scopes, setScopes] = useState(false);
  const measures = useMeasures(after.rendered, scopes, measurePicture);
  const box = useRef<HTMLDivElement>(null);
  const { isFull, toggle } = full;
  const shown = whole === "before" ? 100 : whole === "after" ? 0 : edge;

  useActions(picturePlace, {
    whole,
    scopes,
    isFull,
    toggleFull: toggle,
    setWhole,
    setScopes,
    moveEdge: (by) => {
      setWhole(null);
      setEdge((e) => Math.min(100, Math.max(0, e + by)));
    },
  });

  const drag = (event: PointerEvent) => {
    if (event.buttons === 0) return;
    const { left, width } = box.current!.getBoundingClientRect();
    setWhole(null);
    setEdge(Math.round(Math.min(1, Math.max(0, (event.clientX - left) / width)) * 100));
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10, Home: -100, End: 100 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    setWhole(null);
    setEdge((e) => Math.min(100, Math.max(0, e + by)));
  };

  const { width, height } = after.rendered ?? facts.preview;
  const fine = !isFull && facts.width > facts.preview.width ? finerThanPreview(chain) : [];
  const finer =
    fine.length > 0
      ? ` · ${fine.join(" and ")} finer than this: ${toggle ? "Z for full size" : "render to judge"}`
      : "";
  const size = isFull
    ? `${width} × ${height} of it at full size`
    : `shown at ${width} × ${height}${full.heldBy.length > 0 ? `, since ${full.heldBy.join(" and ").toLowerCase()} looks at all of it` : ""}`;
  const problem = after.problem ?? before.problem;
  return (
    <Box
      display="flex"
      flexDirection="column"
      gap="10px"
      flex="1"
      minHeight="0"
      data-subject="viewer"
      data-subject-name={target.name}
      data-rendered={after.rendered ? "" : undefined}
      aria-busy={after.isBehind}
    >
      <HStack justifyContent="space-between" alignItems="flex-end">
        <Box minWidth="0">
          <chakra.h1 textStyle="screenTitle" truncate title={target.name}>
            {target.name}
          </chakra.h1>
          <chakra.div
            textStyle="figure"
            color="muted"
          >{`${facts.width} × ${facts.height} · ${size}${finer}`}</chakra.div>
        </Box>
        <HStack gap="8px">
          <ToneChart chain={chain} strength={strength} />
          <Histogram picture={after.rendered} />
        </HStack>
      </HStack>
      {problem && (
        <chakra.div role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</chakra.div>
      )}
      <Box
        ref={full.surround}
        flex="1"
        minHeight="0"
        bg="surround"
        display="flex"
        alignItems="center"
        justifyContent="center"
        p="24px"
        css={{ containerType: "size" }}
        overflow="hidden"
        {...full.surroundProps}
      >
        <Box
          ref={box}
          position="relative"
          touchAction="none"
          cursor={isFull ? "move" : "ew-resize"}
          {...(isFull ? full.dragProps : { onPointerDown: drag, onPointerMove: drag })}
          flexShrink={0}
          style={
            isFull
              ? { width, height }
              : {
                  aspectRatio: `${width} / ${height}`,
                  width: `min(100cqw, calc(100cqh * ${width / height}))`,
                }
          }
        >
          <Pixels
            picture={after.rendered}
            label={`${target.name}, after`}
            data-testid="after"
            position="absolute"
            inset="0"
            width="100%"
            height="100%"
          />
          <Pixels
            picture={before.rendered}
            label={`${target.name}, before`}
            position="absolute"
            inset="0"
            width="100%"
            height="100%"
            style={{ clipPath: `inset(0 ${100 - shown}% 0 0)` }}
          />
          <Box
            role="slider"
            tabIndex={0}
            aria-label="Edge between before and after"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={shown}
            onKeyDown={onKey}
            position="absolute"
            insetY="-8px"
            width="3px"
            bg="keyGround"
            transform="translateX(-1px)"
            style={{ left: `${shown}%` }}
          />
          {shown > 8 && <Side at="left">before</Side>}
          {shown < 92 && <Side at="right">after</Side>}
        </Box>
      </Box>
      {scopes && <Scopes measures={measures} />}
    </Box>
  );
}

function Side({ at, children }: { at: "left" | "right"; children: string }) {
  return (
    <chakra.span
      position="absolute"
      bottom="6px"
      {...{ [at]: "8px" }}
      textStyle="figure"
      color="captionInk"
      bg="captionGround"
      px="6px"
      borderRadius="small"
      pointerEvents="none"
    >
      {children}
    </chakra.span>
  );
}
