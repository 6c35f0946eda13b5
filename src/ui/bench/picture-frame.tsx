import { Box, chakra, HStack } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Chain } from "@/core/chain/model";
import type { Frame } from "@/core/picture/frame";
import type { RenderedPicture } from "@/workers/render-messages";
import { Pixels } from "../parts/pixels";
import { Edge, type useEdge } from "./edge";
import { Histogram } from "./histogram";
import { ToneChart } from "./tone-chart";
import type { Pan } from "./use-pan";

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
  /** Others follow several times a second. */
  readonly moves?: boolean;
  readonly edge: ReturnType<typeof useEdge>;
  /** Of what is shown, in pixels. */
  readonly size: Frame;
  /** How it is moved at full size. */
  readonly pan: Pan;
  /** The size of the whole at full size, where the pictures are of the whole also while a part of it is seen. */
  readonly whole?: Frame;
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
  moves = false,
  edge,
  size: { width, height },
  pan: { surround, window: part, surroundProps, dragProps },
  whole,
  marks,
  children,
}: PictureFrameProps) {
  const { box, shown, drag, onKey } = edge;
  const isPart = part !== null && whole !== undefined;
  const placed = isPart
    ? { left: -part.left, top: -part.top, width: whole.width, height: whole.height }
    : { inset: "0", width: "100%", height: "100%" };
  /** How far from the right what is before ends. */
  const beyond = isPart ? `${whole.width - part.left - (part.width * shown) / 100}px` : `${100 - shown}%`;
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
          <Histogram picture={after} moves={moves} />
        </HStack>
      </HStack>
      {problem && (
        <chakra.div role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</chakra.div>
      )}
      <Box
        ref={surround}
        flex="1"
        minHeight="0"
        bg="surround"
        display="flex"
        alignItems="center"
        justifyContent="center"
        p="24px"
        css={{ containerType: "size" }}
        overflow="hidden"
        {...surroundProps}
      >
        <Box
          ref={box}
          position="relative"
          touchAction="none"
          cursor={part ? "move" : "ew-resize"}
          {...(part ? dragProps : { onPointerDown: drag, onPointerMove: drag })}
          flexShrink={0}
          style={
            isPart
              ? { width: part.width, height: part.height, overflow: "hidden" }
              : part
                ? { width, height }
                : {
                    aspectRatio: `${width} / ${height}`,
                    width: `min(100cqw, calc(100cqh * ${width / height}))`,
                  }
          }
        >
          <Pixels
            picture={after}
            label={`${name}, after`}
            data-testid="after"
            position="absolute"
            style={placed}
          />
          <Pixels
            picture={shown > 0 ? before : null}
            label={`${name}, before`}
            position="absolute"
            style={{ ...placed, clipPath: `inset(0 ${beyond} 0 0)` }}
          />
          <Edge shown={shown} onKey={onKey} />
        </Box>
      </Box>
      {children}
    </Box>
  );
}
