"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { monotoneCurve } from "@/core/numeric/monotone-curve";
import type { CurveParameter } from "@/core/effects/parameter";
import type { CurvePoint } from "@/core/numeric/monotone-curve";
import { QuietButton } from "../parts/buttons";

interface CurveControlProps {
  readonly spec: CurveParameter;
  readonly value: readonly CurvePoint[];
  readonly onChange: (value: readonly CurvePoint[]) => void;
}

const small = 0.01;
const big = 0.05;
const round = (v: number) => Math.round(v * 1000) / 1000;

/**
 * A tone curve with its points. Left and right choose a point; up and down move it, Shift with the arrows moves it
 * further or sideways; + adds a point in the widest gap, Delete takes the point away.
 */
export function CurveControl({ spec, value, onChange }: CurveControlProps) {
  const [chosen, setChosen] = useState(1);
  const box = useRef<SVGSVGElement>(null);
  const at = Math.min(chosen, value.length - 1);
  const path = useMemo(() => {
    const curve = monotoneCurve(value);
    return Array.from(
      { length: 65 },
      (_, i) => `${i === 0 ? "M" : "L"}${i / 64} ${1 - Math.min(1, Math.max(0, curve(i / 64)))}`,
    ).join("");
  }, [value]);

  const place = (index: number, x: number, y: number) => {
    const left = index > 0 ? value[index - 1][0] + small : 0;
    const right = index < value.length - 1 ? value[index + 1][0] - small : 1;
    const point: CurvePoint = [round(Math.min(right, Math.max(left, x))), round(Math.min(1, Math.max(0, y)))];
    onChange(value.map((p, i) => (i === index ? point : p)));
  };
  const add = () => {
    if (value.length >= spec.maxPoints) return;
    const gaps = value.slice(1).map(([x], i) => x - value[i][0]);
    const i = gaps.indexOf(Math.max(...gaps));
    const x = value[i][0] + gaps[i] / 2;
    onChange([...value.slice(0, i + 1), [round(x), round(monotoneCurve(value)(x))], ...value.slice(i + 1)]);
    setChosen(i + 1);
  };
  const remove = () => {
    if (value.length > 2) onChange(value.filter((_, i) => i !== at));
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const [x, y] = value[at];
    const keys: Record<string, () => void> = {
      ArrowUp: () => place(at, x, y + (event.shiftKey ? big : small)),
      ArrowDown: () => place(at, x, y - (event.shiftKey ? big : small)),
      ArrowLeft: () => (event.shiftKey ? place(at, x - big, y) : setChosen(Math.max(0, at - 1))),
      ArrowRight: () =>
        event.shiftKey ? place(at, x + big, y) : setChosen(Math.min(value.length - 1, at + 1)),
      "+": add,
      Delete: remove,
    };
    if (!keys[event.key]) return;
    event.preventDefault();
    keys[event.key]();
  };
  const pointer = (event: PointerEvent) => {
    const { left, top, width, height } = box.current!.getBoundingClientRect();
    return [(event.clientX - left) / width, 1 - (event.clientY - top) / height] as const;
  };

  return (
    <Box>
      <chakra.svg
        ref={box}
        role="slider"
        tabIndex={0}
        aria-label={`${spec.label}, point ${at + 1} of ${value.length}`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(value[at][1] * 100)}
        aria-valuetext={`in ${Math.round(value[at][0] * 100)} %, out ${Math.round(value[at][1] * 100)} %`}
        viewBox="0 0 1 1"
        width="100%"
        height="170px"
        preserveAspectRatio="none"
        bg="fieldGround"
        border="1px solid"
        borderColor="cardRule"
        touchAction="none"
        outlineColor="cardSelected"
        overflow="visible"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          const [x] = pointer(event);
          setChosen(
            value.reduce((best, p, i) => (Math.abs(p[0] - x) < Math.abs(value[best][0] - x) ? i : best), 0),
          );
        }}
        onPointerMove={(event) => event.buttons > 0 && place(at, ...pointer(event))}
      >
        <path
          d="M0 1L1 0M0.25 0V1M0.5 0V1M0.75 0V1M0 0.25H1M0 0.5H1M0 0.75H1"
          stroke="var(--chakra-colors-card-rule)"
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
          fill="none"
        />
        <path
          d={path}
          stroke="var(--chakra-colors-card-selected)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
          fill="none"
        />
        {value.map(([x, y], i) => (
          // A line of no length with round ends is a dot that stays round however the box is stretched.
          <path
            key={i}
            d={`M${x} ${1 - y}h0.0001`}
            stroke={i === at ? "var(--chakra-colors-card-head)" : "var(--chakra-colors-card-selected)"}
            strokeWidth={i === at ? 11 : 8}
            strokeLinecap="round"
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </chakra.svg>
      <Box display="flex" justifyContent="space-between" alignItems="center" textStyle="figure">
        <span>{`in ${Math.round(value[at][0] * 100)} → out ${Math.round(value[at][1] * 100)}`}</span>
        <span>
          <QuietButton size="xs" onClick={add} disabled={value.length >= spec.maxPoints}>
            + point
          </QuietButton>
          <QuietButton size="xs" onClick={remove} disabled={value.length <= 2}>
            remove
          </QuietButton>
        </span>
      </Box>
    </Box>
  );
}
