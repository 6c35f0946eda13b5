import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { flushSync } from "react-dom";
import type { Chain } from "@/core/chain/model";
import { secondsOf } from "@/core/media/timecode";
import type { ClipSource, FrameJob, FrameSize, RenderedFrame, RenderedLoop } from "@/workers/render-messages";
import { useDesk } from "../data/desk";
import { FilmAhead } from "./film-ahead";
import { LoopPlayer } from "./loop-player";
import type { Range } from "../state/bench/marked";

/** What is played with a clip: its sound through its own chain, rendered when playing begins. */
export type ClipSound = () => Promise<RenderedLoop | null>;

/** How long a frame stands until it is shown as it is rendered, in milliseconds. */
const rest = 400;

interface Shown {
  readonly frame: RenderedFrame;
  readonly size: FrameSize;
  /** What it was rendered from. */
  readonly chain: Chain;
  readonly strength: number;
}

/** A frame with what it was made of. */
type PlayedFrame = RenderedFrame & { readonly of: Pick<Shown, "chain" | "strength"> };

/**
 * A clip through a chain: one frame of it, or a range of it played round and round with its sound. The sound keeps the
 * time; frames that are not ready by then are left out, and where too many would be, frames are made at half their size.
 * A frame that stands is shown as it is played, and after a moment as it is rendered: from the file, at its full size.
 * `sound` and `earlier` must be memoised.
 */
export function useClip(
  source: ClipSource,
  chain: Chain,
  strength: number,
  sound: ClipSound | null,
  earlier: FrameJob["earlier"],
  { start, end }: Range,
  onShown: (shown: Shown) => void,
) {
  const { renderer } = useDesk();
  const { rate, width } = source;
  const [shown, setShown] = useState<Shown | null>(null);
  const [frame, setFrame] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [half, setHalf] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const shows = useRef(onShown);
  const wanted = useRef({ chain, strength });
  useEffect(() => {
    shows.current = onShown;
    wanted.current = { chain, strength };
  });

  const ask = useCallback(
    (index: number, size: FrameSize) =>
      renderer.frame({ place: "viewer", source, index, size, earlier, ...wanted.current }),
    [renderer, source, earlier],
  );
  const take = useCallback((made: RenderedFrame, size: FrameSize, of: { chain: Chain; strength: number }) => {
    const next = { frame: made, size, ...of };
    setShown(next);
    setProblem(null);
    shows.current(next);
  }, []);

  // A frame that stands: anew with every chain.
  useEffect(() => {
    if (playing) return;
    let current = true;
    let resting: ReturnType<typeof setTimeout> | undefined;
    const of = { chain, strength };
    const show = async (size: FrameSize) => {
      const made = await ask(frame, size);
      if (current && made) take(made, size, of);
    };
    // The file's own frame may be on its way for a while, or not come: what is shown until then is no problem.
    const exactly = () => void show("exact").catch(() => undefined);
    show("played")
      .then(() => {
        if (current && source.exact) resting = setTimeout(exactly, rest);
      })
      .catch((error: Error) => current && setProblem(error.message));
    return () => {
      current = false;
      clearTimeout(resting);
    };
  }, [ask, take, frame, playing, chain, strength, source]);

  // Played: each frame at its time, made some ahead.
  const from = useRef(0);
  const ahead = useRef<FilmAhead<RenderedFrame> | null>(null);
  useEffect(() => {
    if (!playing) return;
    let current = true;
    let player: LoopPlayer | null = null;
    let turn = 0;
    const frames = end - start;
    const lasts = secondsOf(1, rate);
    const offset = secondsOf(from.current >= start && from.current < end ? from.current - start : 0, rate);
    const beganAt = performance.now();
    const clock = () =>
      player ? (player.position ?? 0) : ((performance.now() - beganAt) / 1000 + offset) % (frames * lasts);
    const fail = (error: Error) => {
      if (!current) return;
      setProblem(error.message);
      setPlaying(false);
    };
    const play = async () => {
      const loop = await sound?.().catch(() => null);
      if (!current) return;
      if (loop) {
        player = new LoopPlayer(loop.sampleRate);
        player.set("after", loop, 1);
        await player.play(offset);
        if (!current) return player.close();
      }
      const film = new FilmAhead<PlayedFrame>({
        frames,
        lasts,
        clock,
        make: async (index, small) => {
          const of = wanted.current;
          const made = await ask(start + index, small ? "half" : "played");
          return made && { ...made, of };
        },
        onSize: setHalf,
      });
      ahead.current = film;
      /** Seconds that drawing one takes. */
      let drawing = 0;
      const show = () => {
        const due = film.take(drawing);
        if (due) {
          const begun = performance.now();
          const { index, made, small, at } = due;
          from.current = start + index;
          // Within this turn of the screen, or it is seen one later.
          flushSync(() => {
            take(made, small ? "half" : "played", made.of);
            setFrame(start + index);
          });
          drawing += ((performance.now() - begun) / 1000 - drawing) / 8;
          // For measurements: by how much the picture is behind the sound, in seconds, what it took to be made, in
          // milliseconds, and whether it was made smaller.
          performance.mark("fichier:frame", {
            detail: { late: Math.max(0, film.now() - at), took: made.took, half: made.after.width < width },
          });
        }
        turn = requestAnimationFrame(show);
      };
      turn = requestAnimationFrame(show);
      await film.run();
    };
    play().catch(fail);
    return () => {
      current = false;
      cancelAnimationFrame(turn);
      ahead.current?.stop();
      ahead.current = null;
      player?.close();
      setHalf(false);
    };
  }, [playing, ask, take, start, end, rate, sound, width]);
  useEffect(() => ahead.current?.change(), [chain, strength]);

  const goTo = useCallback((index: number) => {
    setPlaying(false);
    from.current = index;
    setFrame(index);
  }, []);
  const toggle = useCallback(() => setPlaying((now) => !now), []);
  /** Seconds into the range; null while nothing plays. */
  const position = useCallback(
    () => (playing ? secondsOf(Math.max(0, from.current - start), rate) : null),
    [playing, start, rate],
  );
  return useMemo(
    () => ({ shown, frame, playing, half, problem, goTo, toggle, position }),
    [shown, frame, playing, half, problem, goTo, toggle, position],
  );
}
