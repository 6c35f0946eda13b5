import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Chain } from "@/core/chain/model";
import { frameAt, secondsOf } from "@/core/media/timecode";
import type { ClipSource, FrameJob, FrameSize, RenderedFrame, RenderedLoop } from "@/workers/render-messages";
import { useDesk } from "../data/desk";
import { LoopPlayer } from "./loop-player";
import type { Range } from "./use-loop";

/** How much of what a frame takes is remembered from one to the next. */
const memory = 0.7;

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

  // Played: one frame after the other, each for the moment at which it will be there.
  const from = useRef(0);
  useEffect(() => {
    if (!playing) return;
    let current = true;
    let player: LoopPlayer | null = null;
    const frames = end - start;
    const length = secondsOf(frames, rate);
    const offset = secondsOf(from.current >= start && from.current < end ? from.current - start : 0, rate);
    const begun = performance.now();
    const elapsed = () =>
      player ? (player.position ?? 0) : ((performance.now() - begun) / 1000 + offset) % length;
    let small = false;
    let usual = 0;
    let making = 0;
    let last = -1;
    const play = async () => {
      const loop = await sound?.().catch(() => null);
      if (!current) return;
      if (loop) {
        player = new LoopPlayer(loop.sampleRate);
        player.set("after", loop, 1);
        await player.play(offset);
      }
      while (current) {
        const due = frameAt((elapsed() + usual / 1000) % length, rate) % frames;
        // The one that is shown is not made once more: the next one waits for its time.
        const next = due === last ? (due + 1) % frames : due;
        const index = start + next;
        const of = wanted.current;
        const size = small ? "half" : "played";
        const made = await ask(index, size);
        if (!current) return;
        if (!made) continue;
        usual = usual === 0 ? made.took : memory * usual + (1 - memory) * made.took;
        // Frames that were kept say nothing of what others take.
        if (!made.wasKept) making = making === 0 ? made.took : memory * making + (1 - memory) * made.took;
        // What takes longer than a frame lasts is made smaller; what would do at four times the work is not.
        const lasts = 1000 * secondsOf(1, rate);
        const isLate = small ? making > lasts / 5 : making > lasts;
        if (isLate !== small) setHalf((small = isLate));
        // Around the end of the range the next frame is the first.
        const early = ((secondsOf(next, rate) - elapsed() + 1.5 * length) % length) - length / 2;
        if (early > 0) await new Promise((resolve) => setTimeout(resolve, early * 1000));
        if (!current) return;
        last = next;
        from.current = index;
        // For measurements: by how much the picture is behind the sound, and whether it was made smaller, in seconds and halves.
        performance.mark("fichier:frame", {
          detail: { late: Math.max(0, -early), half: made.after.width < width },
        });
        take(made, size, of);
        setFrame(index);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
    };
    play().catch((error: Error) => {
      if (!current) return;
      setProblem(error.message);
      setPlaying(false);
    });
    return () => {
      current = false;
      player?.close();
      setHalf(false);
    };
  }, [playing, ask, take, start, end, rate, sound, width]);

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
