import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from "react";
import type { PictureWindow } from "@/core/chain/render-codes";
import type { Frame } from "@/core/picture/frame";

/** What arrows move by, of the window's size. */
const step = 1 / 8;
/** Around the picture, in pixels of the screen. */
const margin = 22;

/**
 * The part of a picture of `size` pixels that the viewer has room for, a pixel of it a pixel of the page, moved by arrows
 * and by dragging. `window` is null while the whole is shown: by choice, or since `isPossible` is false.
 */
export function usePan({ width: wide, height: high }: Frame, isPossible = true) {
  const surround = useRef<HTMLDivElement>(null);
  const back = useRef<HTMLElement | null>(null);
  /** The middle of what is shown, as shares of the picture; null for the whole. */
  const [middle, setMiddle] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const [room, setRoom] = useState<Frame>({ width: 600, height: 400 });
  const isOn = middle !== null;
  useEffect(() => {
    const element = surround.current;
    if (!element) return;
    const look = () => {
      const [width, height] = [element.clientWidth, element.clientHeight].map((size) =>
        Math.max(50, size - 2 * margin),
      );
      setRoom((now) => (now.width === width && now.height === height ? now : { width, height }));
    };
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  useEffect(() => {
    if (isOn) surround.current?.focus();
  }, [isOn]);

  const window = useMemo<PictureWindow | null>(() => {
    if (!middle || !isPossible) return null;
    const [width, height] = [Math.min(wide, room.width), Math.min(high, room.height)];
    const within = (place: number, size: number, all: number) =>
      Math.round(Math.min(all - size, Math.max(0, place * all - size / 2)));
    return { left: within(middle.x, width, wide), top: within(middle.y, height, high), width, height };
  }, [middle, isPossible, room, wide, high]);

  const move = useCallback(
    (x: number, y: number) => {
      setMiddle((now) => {
        if (!now) return now;
        const [w, h] = [room.width / wide, room.height / high];
        const within = (place: number, size: number) =>
          size >= 1 ? 0.5 : Math.min(1 - size / 2, Math.max(size / 2, place));
        return { x: within(now.x + x / wide, w), y: within(now.y + y / high, h) };
      });
    },
    [room, wide, high],
  );
  const toggle = useCallback(() => {
    if (isOn) back.current?.focus();
    else back.current = document.activeElement as HTMLElement | null;
    setMiddle(isOn ? null : { x: 0.5, y: 0.5 });
  }, [isOn]);

  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by || event.target !== event.currentTarget) return;
    event.preventDefault();
    move(by[0] * room.width * step, by[1] * room.height * step);
  };
  const onPointerMove = (event: PointerEvent) => {
    if (event.buttons === 0) return;
    // Held on to, so that a fast hand does not lose it.
    event.currentTarget.setPointerCapture(event.pointerId);
    move(-event.movementX, -event.movementY);
  };
  return {
    surround,
    window,
    /** A part was asked for, whether or not it can be shown. */
    isOn,
    /** The whole does not fit at full size. */
    hasMore: wide > room.width || high > room.height,
    toggle,
    surroundProps: window
      ? { role: "group", tabIndex: 0, "aria-label": "Picture at full size: arrow keys move it", onKeyDown }
      : {},
    dragProps: { onPointerMove },
  };
}

/** How a picture is moved at full size. */
export type Pan = Pick<ReturnType<typeof usePan>, "surround" | "window" | "surroundProps" | "dragProps">;
