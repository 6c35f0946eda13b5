import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import { chainResponse, logFrequencies } from "@/core/measure/response";
import { magnitudeDb } from "@/core/numeric/complex";
import { columnsOf, Overview } from "@/core/measure/overview";
import type { Media } from "@/core/api/operations/session-replica";
import { soundSource } from "../data/material";
import { Wave } from "../bench/wave";
import { useDesk } from "../data/desk";
import type { PictureProps } from "./define";

/** Seconds of a sound that its picture is made of: those in its middle. */
const lasts = 6;

/** What comes of a chain in the middle of a sound, as far as it is drawn. */
function useMade({ media, chain, place, columns, turn }: Omit<PictureProps, "label">) {
  const { libraryId, renderer } = useDesk();
  const facts = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const { frames, sampleRate } = facts;
  const source = useMemo(() => soundSource(libraryId, media.id, facts), [libraryId, media.id, facts]);
  const [made, setMade] = useState<{ readonly peaks: Float32Array; readonly loudness: number }>();
  useEffect(() => {
    let wanted = true;
    const length = Math.min(frames, lasts * sampleRate);
    const start = Math.floor((frames - length) / 2);
    const ask = () =>
      wanted
        ? renderer.loop({ place, chain, strength: 100, source, start, end: start + length })
        : Promise.resolve(null);
    (turn ? turn(ask) : ask())
      .then((loop) => {
        if (!wanted || !loop) return;
        const overview = new Overview();
        overview.add(loop.planes);
        setMade({
          peaks: columnsOf(overview.finish(), 0, loop.planes[0].length, columns),
          loudness: loop.loudness,
        });
      })
      // It is a picture: where it cannot be made there is none.
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [renderer, source, chain, place, frames, sampleRate, columns, turn]);
  return made;
}

/** The waveform of what a chain makes of a sound. */
export function SoundPicture({ label, ...of }: PictureProps) {
  const made = useMade(of);
  return (
    <Box role="img" aria-label={label} bg="plot" width="100%" height="100%">
      {made && <Wave peaks={made.peaks} columns={of.columns} colour="selected" height="100%" />}
    </Box>
  );
}

/** Hertz, and the decibels from the middle to an edge of the drawing. */
const [low, high, span] = [20, 20_000, 24];
const points = 48;

/** The response of a chain's filters as a line over a box of `points` by 2. */
function responseLine(chain: PictureProps["chain"], sampleRate: number): string | null {
  const { response, counted } = chainResponse(chain, 100, logFrequencies(low, high, points), sampleRate);
  if (counted === 0) return null;
  return response
    .map((value, i) => {
      const level = Math.max(-span, Math.min(span, magnitudeDb(value)));
      return `${i === 0 ? "M" : "L"}${i} ${(1 - level / span).toFixed(3)}`;
    })
    .join("");
}

/** The waveform of what a chain makes of a sound, over it the response of its filters; how loud it is then. */
export function SoundProof({ label, ...of }: PictureProps) {
  const made = useMade(of);
  const { sampleRate } = of.media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const line = useMemo(() => responseLine(of.chain, sampleRate), [of.chain, sampleRate]);
  const loudness = made && Number.isFinite(made.loudness) ? `${made.loudness.toFixed(1)} LUFS` : "silent";
  return (
    <Box
      role="img"
      aria-label={made ? `${label}, ${loudness}` : label}
      data-shown={made ? "" : undefined}
      position="relative"
      bg="plot"
      width="100%"
      height="100%"
    >
      {made && <Wave peaks={made.peaks} columns={of.columns} colour="muted" height="100%" />}
      {line && (
        <chakra.svg
          aria-hidden="true"
          position="absolute"
          inset="0"
          width="100%"
          height="100%"
          viewBox={`0 0 ${points - 1} 2`}
          preserveAspectRatio="none"
          color="selected"
        >
          <path
            d={line}
            fill="none"
            stroke="currentColor"
            strokeWidth="1.5"
            vectorEffect="non-scaling-stroke"
          />
        </chakra.svg>
      )}
      {made && (
        <chakra.span textStyle="figure" position="absolute" right="6px" bottom="4px">
          {loudness}
        </chakra.span>
      )}
    </Box>
  );
}
