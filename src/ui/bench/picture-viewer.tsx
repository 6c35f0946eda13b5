"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { finerThanPreview, geometryOf } from "@/core/chain/geometry";
import type { PictureMeasures, RenderedPicture } from "@/workers/render-messages";
import type { Media } from "@/core/api/operations/session-replica";
import type { ViewerProps } from "../media/define";
import { useActions } from "../actions/use-actions";
import { picturePlace } from "../actions/viewer/picture";
import { Pixels } from "../parts/pixels";
import { Edge, useEdge } from "./edge";
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
  const edge = useEdge();
  const { box, whole, shown } = edge;
  const [scopes, setScopes] = useState(false);
  const measures = useMeasures(after.rendered, scopes, measurePicture);
  const { isFull, toggle } = full;

  useActions(picturePlace, {
    whole,
    scopes,
    isFull,
    toggleFull: toggle,
    setWhole: edge.setWhole,
    setScopes,
    moveEdge: edge.moveEdge,
  });

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
          {...(isFull ? full.dragProps : { onPointerDown: edge.drag, onPointerMove: edge.drag })}
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
          <Edge shown={shown} onKey={edge.onKey} />
        </Box>
      </Box>
      {scopes && <Scopes measures={measures} />}
    </Box>
  );
}
