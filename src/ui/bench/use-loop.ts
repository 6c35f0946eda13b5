import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Chain } from "@/core/chain/model";
import { emptyChain } from "@/core/chain/model";
import type { RenderedLoop } from "@/workers/render-messages";
import { useDesk } from "../data/desk";
import type { Media } from "../data/wire";
import { useBenchResult } from "./bench-result";
import { LoopPlayer, type Side } from "./loop-player";
import { copyUrl } from "./use-picture";

/** Samples. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

const untouched = emptyChain("audio");
/** Beyond this the quieter side is too quiet to compare; matching would only raise noise. */
const largestMatch = 24;

export interface Loop {
  readonly before: RenderedLoop | null;
  readonly after: RenderedLoop | null;
  /** dB added to the after side so that both are equally loud. */
  readonly match: number;
  readonly side: Side;
  readonly playing: boolean;
  readonly problem: string | null;
  setSide(side: Side): void;
  toggle(): void;
  /** Seconds into the loop, for drawing; null while stopped. */
  position(): number | null;
}

/** A range of a sound target, looped with and without its chain. */
export function useLoop(media: Media, chain: Chain, strength: number, range: Range): Loop {
  const { libraryId, renderer } = useDesk();
  const { facts, id, name } = media;
  const [before, setBefore] = useState<RenderedLoop | null>(null);
  const [after, setAfter] = useState<RenderedLoop | null>(null);
  const result = useBenchResult();
  const [side, setSide] = useState<Side>("after");
  const [playing, setPlaying] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const player = useRef<LoopPlayer | null>(null);

  const source = useMemo(
    () => (facts.kind === "audio" ? { url: copyUrl(libraryId, id, "planes"), channels: facts.channels, frames: facts.frames, sampleRate: facts.sampleRate } : null),
    [libraryId, id, facts],
  );
  const { start, end } = range;

  useEffect(() => {
    if (!source) return;
    let wanted = true;
    renderer
      .loop({ place: "viewer before", chain: untouched, strength: 100, source, start, end })
      .then((rendered) => wanted && rendered && setBefore(rendered))
      .catch((error: Error) => wanted && setProblem(error.message));
    return () => {
      wanted = false;
    };
  }, [renderer, source, start, end]);

  useEffect(() => {
    if (!source) return;
    let wanted = true;
    setProblem(null);
    renderer
      .loop({ place: "viewer", chain, strength, source, start, end })
      .then((rendered) => {
        if (!wanted || !rendered) return;
        setAfter(rendered);
        result.current = { medium: "audio", on: name, chain, rendered, again: (kept) => renderer.loop({ place: "proof", chain: kept, strength, source, start, end }) };
      })
      .catch((error: Error) => wanted && setProblem(error.message));
    return () => {
      wanted = false;
    };
  }, [renderer, source, name, chain, strength, start, end, result]);

  const difference = before && after ? before.loudness - after.loudness : 0;
  const match = Number.isFinite(difference) ? Math.min(largestMatch, Math.max(-largestMatch, difference)) : 0;

  useEffect(() => {
    if (before) player.current?.set("before", before, 1);
  }, [before]);
  useEffect(() => {
    if (!after) return;
    player.current?.set("after", after, 10 ** (match / 20));
    performance.mark("fichier:sounding");
  }, [after, match]);
  useEffect(() => player.current?.hear(side), [side]);
  useEffect(() => () => player.current?.close(), []);

  const toggle = useCallback(() => {
    if (player.current?.playing) {
      player.current.stop();
      setPlaying(false);
      return;
    }
    if (!source) return;
    if (player.current && player.current.sampleRate !== source.sampleRate) {
      player.current.close();
      player.current = null;
    }
    player.current ??= new LoopPlayer(source.sampleRate);
    if (before) player.current.set("before", before, 1);
    if (after) player.current.set("after", after, 10 ** (match / 20));
    player.current.hear(side);
    void player.current.play();
    setPlaying(true);
  }, [source, before, after, match, side]);

  const position = useCallback(() => player.current?.position ?? null, []);
  return { before, after, match, side, playing, problem, setSide, toggle, position };
}
