import { Box, chakra } from "@chakra-ui/react";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Whole } from "../actions/viewer/picture-here";

/** The edge between before and after, which keys and the pointer move over the box that shows both. */
export function useEdge() {
  const box = useRef<HTMLDivElement>(null);
  const [edge, setEdge] = useState(50);
  const [whole, setWhole] = useState<Whole>(null);
  const moveEdge = (by: number) => {
    setWhole(null);
    setEdge((e) => Math.min(100, Math.max(0, e + by)));
  };
  const drag = (event: PointerEvent) => {
    if (event.buttons === 0) return;
    const { left, width } = box.current!.getBoundingClientRect();
    setWhole(null);
    setEdge(Math.round(Math.min(1, Math.max(0, (event.clientX - left) / width)) * 100));
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10, Home: -100, End: 100 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    moveEdge(by);
  };
  /** Percent of the width at which what is before ends. */
  const shown = whole === "before" ? 100 : whole === "after" ? 0 : edge;
  return { box, whole, setWhole, shown, moveEdge, drag, onKey };
}

/** The edge itself, and what stands on either side of it. */
export function Edge({ shown, onKey }: { readonly shown: number; onKey(event: KeyboardEvent): void }) {
  return (
    <>
      <Box
        role="slider"
        tabIndex={0}
        aria-label="Edge between before and after"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={shown}
        onKeyDown={onKey}
        position="absolute"
        insetY="-8px"
        width="3px"
        bg="keyGround"
        transform="translateX(-1px)"
        style={{ left: `${shown}%` }}
      />
      {shown > 8 && <Side at="left">before</Side>}
      {shown < 92 && <Side at="right">after</Side>}
    </>
  );
}

function Side({ at, children }: { at: "left" | "right"; children: string }) {
  return (
    <chakra.span
      position="absolute"
      bottom="6px"
      {...{ [at]: "8px" }}
      textStyle="figure"
      color="captionInk"
      bg="captionGround"
      px="6px"
      borderRadius="small"
      pointerEvents="none"
    >
      {children}
    </chakra.span>
  );
}
