import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from "react";
import { needsWhole } from "@/core/chain/geometry";
import type { Chain } from "@/core/chain/model";
import type { PictureWindow } from "@/core/chain/render-codes";
import type { Frame } from "@/core/picture/frame";

/** What arrows move by, of the window's size. */
const step = 1 / 8;
/** Around the picture, in pixels of the screen. */
const margin = 22;

/**
 * A picture at full size: the part of it that the viewer has room for, moved by arrows and by dragging. `part` is what
 * to show; `toggle` is null where there is nothing finer to see than the whole, or no part can be rendered by itself.
 */
export function useFullSize(facts: Frame & { readonly preview: Frame }, chain: Chain) {
  const surround = useRef<HTMLDivElement>(null);
  const back = useRef<HTMLElement | null>(null);
  /** The middle of what is shown, as shares of the picture; null for the whole. */
  const [middle, setMiddle] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const [room, setRoom] = useState<Frame>({ width: 600, height: 400 });
  const isOn = middle !== null;
  useEffect(() => {
    const element = surround.current;
    if (!element || !isOn) return;
    const look = () =>
      setRoom({
        width: Math.max(50, element.clientWidth - 2 * margin),
        height: Math.max(50, element.clientHeight - 2 * margin),
      });
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    element.focus();
    return () => observer.disconnect();
  }, [isOn]);

  const { width: wide, height: high } = facts;
  const far = useMemo(() => needsWhole(chain, { width: wide, height: high }), [chain, wide, high]);
  const window = useMemo<PictureWindow | null>(() => {
    if (!middle || far.length > 0) return null;
    const [width, height] = [Math.min(wide, room.width), Math.min(high, room.height)];
    const within = (place: number, size: number, all: number) =>
      Math.round(Math.min(all - size, Math.max(0, place * all - size / 2)));
    return { left: within(middle.x, width, wide), top: within(middle.y, height, high), width, height };
  }, [middle, far, room, wide, high]);

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
  const hasMore = wide > facts.preview.width || high > facts.preview.height;
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
    isFull: window !== null,
    /** Names of settings for whose sake the whole is shown although a part was asked for. */
    heldBy: isOn ? far : [],
    part: window ?? ("preview" as const),
    toggle: isOn || (hasMore && far.length === 0) ? toggle : null,
    surroundProps: window
      ? { role: "group", tabIndex: 0, "aria-label": "Picture at full size: arrow keys move it", onKeyDown }
      : {},
    dragProps: { onPointerMove },
  };
}
