import { useCallback, useEffect, useRef, useState } from "react";
import type { RenderedLoop } from "@/workers/render-messages";
import { LoopPlayer, type Side } from "./loop-player";

/**
 * Renders one side of a loop; null where a newer question has replaced this one. `note` is called when the answer is
 * still the one that is wanted.
 */
export type Hearing = () => Promise<
  RenderedLoop | { readonly rendered: RenderedLoop; readonly note: () => void } | null
>;

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

/** Asks for one side and hands it on, unless it is not wanted any more by then. Returns how to stop wanting it. */
function render(
  hear: Hearing,
  take: (rendered: RenderedLoop) => void,
  fail: (problem: string) => void,
): () => void {
  let wanted = true;
  hear()
    .then((heard) => {
      if (!wanted || !heard) return;
      if (!("note" in heard)) return take(heard);
      take(heard.rendered);
      heard.note();
    })
    .catch((error: Error) => wanted && fail(error.message));
  return () => {
    wanted = false;
  };
}

/** A loop, with and without a chain. `hearBefore` and `hearAfter` must be memoised: a new one is rendered anew. */
export function useLoop(hearBefore: Hearing, hearAfter: Hearing, sampleRate: number): Loop {
  const [before, setBefore] = useState<RenderedLoop | null>(null);
  const [after, setAfter] = useState<RenderedLoop | null>(null);
  const [side, setSide] = useState<Side>("after");
  const [playing, setPlaying] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const player = useRef<LoopPlayer | null>(null);

  useEffect(() => render(hearBefore, setBefore, setProblem), [hearBefore]);
  useEffect(() => {
    setProblem(null);
    return render(hearAfter, setAfter, setProblem);
  }, [hearAfter]);

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
  useEffect(
    () => () => {
      // A context has one rate; what plays at another begins again.
      player.current?.close();
      player.current = null;
      setPlaying(false);
    },
    [sampleRate],
  );

  const toggle = useCallback(() => {
    if (player.current?.playing) {
      player.current.stop();
      setPlaying(false);
      return;
    }
    player.current ??= new LoopPlayer(sampleRate);
    if (before) player.current.set("before", before, 1);
    if (after) player.current.set("after", after, 10 ** (match / 20));
    player.current.hear(side);
    void player.current.play();
    setPlaying(true);
  }, [sampleRate, before, after, match, side]);

  const position = useCallback(() => player.current?.position ?? null, []);
  return { before, after, match, side, playing, problem, setSide, toggle, position };
}
