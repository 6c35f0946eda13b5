import { useEffect, useRef, type RefObject } from "react";

/**
 * Moves an element to where a loop plays, frame by frame, past React. `place` gives percent of the width for seconds
 * into the range; it is hidden while nothing plays.
 */
export function usePlayhead(
  position: () => number | null,
  place: (seconds: number) => number,
): RefObject<HTMLDivElement | null> {
  const head = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let frame = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const at = position();
      if (!head.current) return;
      head.current.style.opacity = at === null ? "0" : "1";
      if (at !== null) head.current.style.left = `${place(at)}%`;
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [position, place]);
  return head;
}
