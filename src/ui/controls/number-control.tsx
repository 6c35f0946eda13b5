"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { readNumber, sayNumber, takenAs } from "@/core/chain/describe";
import type { NumberParameter } from "@/core/effects/parameter";
import { fromTravel, stepped, toTravel } from "./travel";

interface NumberControlProps {
  readonly spec: NumberParameter;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly disabled?: boolean;
}

/**
 * A parameter as a bar with its value: arrows step (Shift ten times as far), typing a digit opens the value for typing
 * with or without a unit, Delete or a double click gives the default, dragging sets it. Letters go on to the bench.
 */
export function NumberControl({ spec, value, onChange, disabled }: NumberControlProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState(false);
  /** How what was typed was taken, and the value that it became: said as long as that stands. */
  const [taken, setTaken] = useState<{ readonly value: number; readonly said: string } | null>(null);
  const slider = useRef<HTMLDivElement>(null);
  const { label, help, min, max } = spec;

  const commit = (text: string) => {
    const read = readNumber(spec, text);
    if (read === undefined) return setProblem(true);
    const { value: next, said } = takenAs(spec, read);
    onChange(next);
    setTaken(said === null ? null : { value: next, said });
    setTyped(null);
    setProblem(false);
    slider.current?.focus();
  };

  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || disabled) return;
    const step = (direction: 1 | -1) => onChange(stepped(spec, value, direction, event.shiftKey));
    const keys: Record<string, () => void> = {
      ArrowUp: () => step(1),
      ArrowRight: () => step(1),
      ArrowDown: () => step(-1),
      ArrowLeft: () => step(-1),
      PageUp: () => onChange(stepped(spec, value, 1, true)),
      PageDown: () => onChange(stepped(spec, value, -1, true)),
      Home: () => onChange(min),
      End: () => onChange(max),
      Delete: () => onChange(spec.default),
      Enter: () => setTyped(sayNumber(spec, value)),
    };
    const begins = /^[0-9.,+-]$/.test(event.key);
    if (!keys[event.key] && !begins) return;
    event.preventDefault();
    if (begins) setTyped(event.key);
    else keys[event.key]();
  };

  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button > 0 || disabled) return;
    if (event.type === "pointerdown") event.currentTarget.setPointerCapture(event.pointerId);
    // What was taken hold of elsewhere and passes over it sets nothing.
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const share = Math.min(1, Math.max(0, (event.clientX - left) / width));
    onChange(Number(fromTravel(spec, share).toPrecision(3)));
  };

  const wide = toTravel(spec, value) * 100;
  return (
    <Box py="4px">
      <Box display="flex" justifyContent="space-between" textStyle="figure" lineHeight="20px" title={help}>
        <chakra.span>{label}</chakra.span>
        {typed === null ? (
          <chakra.b fontWeight="600" onDoubleClick={() => onChange(spec.default)}>
            {sayNumber(spec, value)}
          </chakra.b>
        ) : (
          <chakra.input
            autoFocus
            aria-label={`${label}, type a value`}
            aria-invalid={problem}
            value={typed}
            width="100px"
            textAlign="right"
            bg="fieldGround"
            color="cardInk"
            border="1px solid"
            borderColor={problem ? "cardLoss" : "cardSelected"}
            borderRadius="small"
            ref={(input: HTMLInputElement | null) => {
              if (input && input.dataset.opened === undefined) {
                input.dataset.opened = "";
                if (typed.length > 1) input.select();
              }
            }}
            onChange={(event) => {
              setTyped(event.target.value);
              setProblem(false);
            }}
            onBlur={() => {
              setTyped(null);
              setProblem(false);
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter") commit(typed);
              else if (event.key === "Escape") {
                setTyped(null);
                setProblem(false);
                slider.current?.focus();
              } else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        )}
      </Box>
      {taken?.value === value && typed === null && (
        <Box role="status" fontSize="xs" color="cardMuted">
          {taken.said}
        </Box>
      )}
      {problem && (
        <Box
          role="alert"
          fontSize="xs"
          color="cardLoss"
        >{`✕ Type a number from ${sayNumber(spec, min)} to ${sayNumber(spec, max)}.`}</Box>
      )}
      <Box
        ref={slider}
        role="slider"
        tabIndex={disabled ? -1 : 0}
        aria-label={label}
        aria-valuemin={min}
        aria-valuemax={max}
        aria-valuenow={value}
        aria-valuetext={sayNumber(spec, value)}
        aria-disabled={disabled}
        py="4px"
        cursor="ew-resize"
        touchAction="none"
        borderRadius="small"
        outlineColor="cardSelected"
        onKeyDown={onKey}
        onPointerMove={drag}
        onPointerDown={drag}
        onDoubleClick={() => onChange(spec.default)}
      >
        <Box height="4px" bg="cardTrack">
          <Box height="4px" bg="cardSelected" style={{ width: `${wide}%` }} />
        </Box>
      </Box>
    </Box>
  );
}
