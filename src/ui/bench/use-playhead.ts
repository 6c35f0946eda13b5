import { useEffect, useRef, type RefObject } from "react";

/**
 * Moves an element to where a loop plays, frame by frame, past React. `place` gives percent of the width for seconds
 * into the range. While nothing plays, `position` is null: it is hidden, and no frame is asked for.
 */
export function usePlayhead(
  position: (() => number | null) | null,
  place: (seconds: number) => number,
): RefObject<HTMLDivElement | null> {
  const head = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!position) {
      if (head.current) head.current.style.opacity = "0";
      return;
    }
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
