import { Box, HStack } from "@chakra-ui/react";
import { useEffect, useMemo } from "react";
import { emptyChain } from "@/core/chain/model";
import type { Media } from "@/core/api/operations/session-replica";
import { useLoop, type Hearing } from "../bench/use-loop";
import { soundSource } from "../data/material";
import { Wave } from "../bench/wave";
import { useDesk } from "../data/desk";
import type { TryProps } from "./define";

const untouched = emptyChain("audio");
/** Seconds. */
const [beginsAt, lasts] = [1, 4];

/** Plays a few seconds of a sound through a chain, level-matched, for as long as it is there. */
export function TrySound({ media, chain, without, covered = false }: TryProps) {
  const { libraryId, renderer } = useDesk();
  const facts = media.facts as Extract<Media["facts"], { kind: "audio" }>;
  const { frames, sampleRate } = facts;
  const source = useMemo(() => soundSource(libraryId, media.id, facts), [libraryId, media.id, facts]);
  const start = Math.max(0, Math.min(beginsAt * sampleRate, frames - lasts * sampleRate));
  const end = Math.min(frames, start + lasts * sampleRate);
  const before = useMemo<Hearing>(
    () => () => renderer.loop({ place: "try before", chain: untouched, strength: 100, source, start, end }),
    [renderer, source, start, end],
  );
  const after = useMemo<Hearing>(
    () => () => renderer.loop({ place: "try", chain, strength: 100, source, start, end }),
    [renderer, chain, source, start, end],
  );
  const loop = useLoop(before, after, sampleRate);
  const { toggle, setSide, playing, problem, match } = loop;
  const isReady = loop.before !== null && loop.after !== null;
  useEffect(() => {
    if (isReady && !playing) toggle();
    // Begun once: whoever stops it wants quiet.
  }, [isReady]);
  useEffect(() => setSide(without ? "before" : "after"), [setSide, without]);
  if (problem) return <Box role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</Box>;
  return (
    <Box data-playing={playing ? "" : undefined} aria-busy={!isReady}>
      <Wave peaks={facts.peaks} columns={120} colour={without ? "muted" : "selected"} height="44px" />
      <HStack justifyContent="space-between" mt="4px" textStyle="figure" color="muted">
        <span>
          {playing ? (covered ? "level matched" : without ? "without the card" : "with the card") : "…"}
        </span>
        {!covered && <span>{`level matched by ${match.toFixed(1)} dB`}</span>}
      </HStack>
    </Box>
  );
}
