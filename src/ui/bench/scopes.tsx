"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import {
  vectorscopeSize,
  waveformColumns,
  waveformLevels,
  type PictureMeasures,
} from "@/workers/render-messages";
import { channelColours } from "../theme/channels";

type Rgb = readonly [number, number, number];
const rgb = (hex: string): Rgb =>
  [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as unknown as Rgb;
const channels = channelColours.map(rgb);

/** Draws counts as light: the square root, so that single pixels still show. `at` gives column and row of a count. */
function drawCounts(
  canvas: HTMLCanvasElement,
  width: number,
  height: number,
  layers: readonly {
    readonly counts: Uint32Array;
    readonly at: (n: number) => number;
    readonly colour: (n: number) => Rgb;
  }[],
): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext("2d")!;
  const image = context.createImageData(width, height);
  for (const { counts, at, colour } of layers) {
    const most = Math.sqrt(counts.reduce((a, b) => Math.max(a, b), 1));
    counts.forEach((count, n) => {
      if (count === 0) return;
      const o = 4 * at(n);
      const [r, g, b] = colour(n);
      image.data[o] = r;
      image.data[o + 1] = g;
      image.data[o + 2] = b;
      image.data[o + 3] = 105 + 150 * Math.min(1, (2 * Math.sqrt(count)) / most);
    });
  }
  context.putImageData(image, 0, 0);
}

const percent = (share: number) => `${(100 * share).toFixed(share > 0 && share < 0.001 ? 2 : 1)} %`;

/** Primary and secondary colours at three quarters of full, where their colour differences lie. Source of the weights: ITU-R BT.709. */
const marks = (
  [
    ["R", 1, 0, 0],
    ["Y", 1, 1, 0],
    ["G", 0, 1, 0],
    ["C", 0, 1, 1],
    ["B", 0, 0, 1],
    ["M", 1, 0, 1],
  ] as const
).map(([name, r, g, b]) => {
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return { name, cb: (0.75 * (b - y)) / 1.8556, cr: (0.75 * (r - y)) / 1.5748 };
});

/** The colour of a place of the vectorscope at middle brightness. */
function hue(n: number): Rgb {
  const cb = ((n % vectorscopeSize) + 0.5) / vectorscopeSize - 0.5;
  const cr = 0.5 - (Math.floor(n / vectorscopeSize) + 0.5) / vectorscopeSize;
  const [r, b] = [0.62 + 1.5748 * cr, 0.62 + 1.8556 * cb];
  const g = (0.62 - 0.2126 * r - 0.0722 * b) / 0.7152;
  return [r, g, b].map((v) => 255 * Math.min(1, Math.max(0.18, v))) as unknown as Rgb;
}

/** Where the levels of the result's channels and its colours lie: a waveform of each channel, a vectorscope, and what is clipped. */
export function Scopes({ measures }: { measures: PictureMeasures | null }) {
  const waveform = useRef<HTMLCanvasElement>(null);
  const vectorscope = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!measures) return;
    const gap = 6;
    const width = 3 * waveformColumns + 2 * gap;
    drawCounts(
      waveform.current!,
      width,
      waveformLevels,
      measures.waveforms.map((counts, c) => ({
        counts,
        at: (n: number) =>
          (waveformLevels - 1 - (n % waveformLevels)) * width +
          c * (waveformColumns + gap) +
          Math.floor(n / waveformLevels),
        colour: () => channels[c],
      })),
    );
    drawCounts(vectorscope.current!, vectorscopeSize, vectorscopeSize, [
      { counts: measures.vectorscope, at: (n) => n, colour: hue },
    ]);
  }, [measures]);
  return (
    <HStack
      gap="12px"
      height="190px"
      flexShrink={0}
      alignItems="stretch"
      textStyle="figure"
      color="muted"
      data-testid="scopes"
      aria-busy={!measures}
    >
      <Box flex="1" minWidth="0" display="flex" flexDirection="column" gap="4px">
        <HStack justifyContent="space-between">
          <span>waveform: red, green, blue</span>
          {measures && (
            <span>{`clipped: black ${percent(measures.clipping.black)} · white ${percent(measures.clipping.white)}`}</span>
          )}
        </HStack>
        <Box
          flex="1"
          minHeight="0"
          position="relative"
          bg="plot"
          border="1px solid"
          borderColor="rule"
          borderRadius="part"
          px="32px"
          py="6px"
        >
          {[0, 25, 50, 75, 100].map((level) => (
            <Box
              key={level}
              position="absolute"
              left="0"
              right="0"
              borderTop="1px solid"
              borderColor="rule"
              style={{ top: `calc(6px + (100% - 12px) * ${1 - level / 100})` }}
            >
              <chakra.span
                position="absolute"
                left="4px"
                fontSize="2xs"
                top={level === 0 ? "-13px" : level === 100 ? "0" : "-7px"}
                bg="plot"
                pr="2px"
              >
                {level}
              </chakra.span>
            </Box>
          ))}
          <chakra.canvas
            ref={waveform}
            role="img"
            aria-label="Waveform of the result, red, green and blue side by side"
            position="relative"
            width="100%"
            height="100%"
          />
        </Box>
      </Box>
      <Box width="190px" display="flex" flexDirection="column" gap="4px">
        <span>vectorscope</span>
        <Box
          flex="1"
          minHeight="0"
          display="flex"
          justifyContent="center"
          bg="plot"
          border="1px solid"
          borderColor="rule"
          borderRadius="part"
        >
          <Box position="relative" height="100%" css={{ aspectRatio: "1" }}>
            <Box position="absolute" insetX="0" top="50%" borderTop="1px solid" borderColor="rule" />
            <Box position="absolute" insetY="0" left="50%" borderLeft="1px solid" borderColor="rule" />
            <chakra.canvas
              ref={vectorscope}
              role="img"
              aria-label="Vectorscope of the result"
              position="absolute"
              inset="0"
              width="100%"
              height="100%"
            />
            {marks.map(({ name, cb, cr }) => (
              <chakra.span
                key={name}
                position="absolute"
                fontSize="2xs"
                lineHeight="1"
                transform="translate(-50%, -50%)"
                border="1px solid"
                borderColor="muted"
                px="2px"
                style={{ left: `${50 + 100 * cb}%`, top: `${50 - 100 * cr}%` }}
              >
                {name}
              </chakra.span>
            ))}
          </Box>
        </Box>
      </Box>
    </HStack>
  );
}
