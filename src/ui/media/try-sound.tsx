import { Box, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef } from "react";
import { emptyChain } from "@/core/chain/model";
import type { Media } from "@/core/api/operations/session-replica";
import { useMix, type MixHearing } from "../bench/use-mix";
import { useLoop, type Hearing } from "../bench/use-loop";
import { onTimeline, type Range } from "../state/bench/marked";
import { soundSource } from "../data/material";
import { Wave } from "../bench/wave";
import { useDesk } from "../data/desk";
import type { TryProps } from "./define";

const untouched = emptyChain("audio");
/** Seconds. */
const [beginsAt, lasts] = [1, 4];

type SoundFacts = Extract<Media["facts"], { kind: "audio" }>;

/** The samples that are played. */
function stretchOf({ frames, sampleRate }: SoundFacts): Range {
  const start = Math.max(0, Math.min(beginsAt * sampleRate, frames - lasts * sampleRate));
  return { start, end: Math.min(frames, start + lasts * sampleRate) };
}

/** Plays a few seconds of a sound through a chain, level-matched, for as long as it is there. */
export const TrySound = ({ among, ...props }: TryProps) =>
  among ? <InMix key="mix" {...props} among={among} /> : <Alone key="alone" {...props} />;

function Alone(props: TryProps) {
  const { media, chain } = props;
  const { libraryId, renderer } = useDesk();
  const facts = media.facts as SoundFacts;
  const source = useMemo(() => soundSource(libraryId, media.id, facts), [libraryId, media.id, facts]);
  const { start, end } = stretchOf(facts);
  const before = useMemo<Hearing>(
    () => () => renderer.loop({ place: "try before", chain: untouched, strength: 100, source, start, end }),
    [renderer, source, start, end],
  );
  const after = useMemo<Hearing>(
    () => () => renderer.loop({ place: "try", chain, strength: 100, source, start, end }),
    [renderer, chain, source, start, end],
  );
  return <Played {...props} before={before} after={after} sampleRate={facts.sampleRate} />;
}

function InMix({ among: { bench, target }, ...props }: TryProps & Required<Pick<TryProps, "among">>) {
  const { chain, media } = props;
  const facts = media.facts as SoundFacts;
  const here = useMemo(() => ({ ...bench, lead: target }), [bench, target]);
  const tried = useMemo(() => ({ chain, strength: 100 }), [chain]);
  const seconds = useMemo(() => onTimeline(target, facts, stretchOf(facts)), [target, facts]);
  const mix = useMix(here, tried, true, null, seconds, "try");
  return mix && <Played {...props} {...mix} />;
}

function Played({ media, without, covered = false, before, after, sampleRate }: TryProps & MixHearing) {
  const { peaks } = media.facts as SoundFacts;
  const loop = useLoop(before, after, sampleRate);
  const { toggle, setSide, playing, problem, match } = loop;
  const isReady = loop.before !== null && loop.after !== null;
  /** Begun once: whoever stops it wants quiet. */
  const isBegun = useRef(false);
  useEffect(() => {
    if (!isReady || isBegun.current) return;
    isBegun.current = true;
    toggle();
  }, [isReady, toggle]);
  useEffect(() => setSide(without ? "before" : "after"), [setSide, without]);
  if (problem) return <Box role="alert" color="loss">{`✕ This could not be rendered: ${problem}`}</Box>;
  return (
    <Box data-playing={playing ? "" : undefined} aria-busy={!isReady}>
      <Wave peaks={peaks} columns={120} colour={without ? "muted" : "selected"} height="44px" />
      <HStack justifyContent="space-between" mt="4px" textStyle="figure" color="muted">
        <span>
          {playing ? (covered ? "level matched" : without ? "without the card" : "with the card") : "…"}
        </span>
        {!covered && <span>{`level matched by ${match.toFixed(1)} dB`}</span>}
      </HStack>
    </Box>
  );
}
