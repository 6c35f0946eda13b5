import { Box, chakra, HStack } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Chain } from "@/core/chain/model";
import type { Frame } from "@/core/picture/frame";
import type { RenderedPicture } from "@/workers/render-messages";
import { Pixels } from "../parts/pixels";
import { Edge, type useEdge } from "./edge";
import { Histogram } from "./histogram";
import { ToneChart } from "./tone-chart";
import type { useFullSize } from "./use-full-size";

interface PictureFrameProps {
  readonly name: string;
  /** What it is and how it is shown, and what else there is to know of it. */
  readonly facts: string;
  readonly notes?: string;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly before: RenderedPicture | null;
  readonly after: RenderedPicture | null;
  readonly problem: string | null;
  /** A newer result is on its way. */
  readonly isBehind: boolean;
  readonly edge: ReturnType<typeof useEdge>;
  /** Of what is shown, in pixels. */
  readonly size: Frame;
  /** How it is shown at full size, where it can be. */
  readonly full?: ReturnType<typeof useFullSize>;
  /** For tests: what else is to be known from outside. */
  readonly marks?: Readonly<Record<`data-${string}`, string | number | undefined>>;
  /** What stands below it. */
  readonly children?: ReactNode;
}

/** What all pictures on the bench have: before and after on either side of a movable edge, on a neutral surround. */
export function PictureFrame({
  name,
  facts,
  notes,
  chain,
  strength,
  before,
  after,
  problem,
  isBehind,
  edge,
  size: { width, height },
  full,
  marks,
  children,
}: PictureFrameProps) {
  const isFull = full?.isFull ?? false;
  const whole = { position: "absolute", inset: "0", width: "100%", height: "100%" } as const;
  return (
    <Box
      display="flex"
      flexDirection="column"
      gap="10px"
      flex="1"
      minHeight="0"
      data-subject="viewer"
      data-subject-name={name}
      data-rendered={after ? "" : undefined}
      aria-busy={isBehind}
      {...marks}
    >
      <HStack justifyContent="space-between" alignItems="flex-end">
        <Box minWidth="0">
          <chakra.h1 textStyle="screenTitle" truncate title={name}>
            {name}
          </chakra.h1>
          <chakra.div textStyle="figure" color="muted" title={notes}>
            {facts}
          </chakra.div>
        </Box>
        <HStack gap="8px">
          <ToneChart chain={chain} strength={strength} />
          <Histogram picture={after} />
        </HStack>
      </HStack>
      {problem && (
        <chakra.div role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</chakra.div>
      )}
      <Box
        ref={full?.surround}
        flex="1"
        minHeight="0"
        bg="surround"
        display="flex"
        alignItems="center"
        justifyContent="center"
        p="24px"
        css={{ containerType: "size" }}
        overflow="hidden"
        {...full?.surroundProps}
      >
        <Box
          ref={edge.box}
          position="relative"
          touchAction="none"
          cursor={isFull ? "move" : "ew-resize"}
          {...(isFull ? full?.dragProps : { onPointerDown: edge.drag, onPointerMove: edge.drag })}
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
          <Pixels picture={after} label={`${name}, after`} data-testid="after" {...whole} />
          <Pixels
            picture={before}
            label={`${name}, before`}
            {...whole}
            style={{ clipPath: `inset(0 ${100 - edge.shown}% 0 0)` }}
          />
          <Edge shown={edge.shown} onKey={edge.onKey} />
        </Box>
      </Box>
      {children}
    </Box>
  );
}
