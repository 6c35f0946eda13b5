import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useId, useState, type ReactNode, type RefObject } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { KeyCap } from "../parts/key-cap";

export interface Choice {
  readonly id: string;
  /** The printed key that takes it; empty where it has none. */
  readonly key: string;
  readonly text: string;
  readonly says?: string;
  readonly sign?: ReactNode;
  /** Of a choice that can be had: whether all that is selected has it, some of it, or none. */
  readonly has?: Having;
}

export type Having = "all" | "some" | "none";
export const sayHaving: Readonly<Record<Having, string>> = {
  all: "has it",
  some: "some have it",
  none: "",
};

/** Whether all of some things are so, some of them, or none. */
export function havingOf<T>(things: readonly T[], is: (thing: T) => boolean): Having {
  const n = things.filter(is).length;
  return n === 0 ? "none" : n === things.length ? "all" : "some";
}

interface KeyChooserProps {
  readonly label: string;
  readonly choices: readonly Choice[];
  readonly onTake: (choice: Choice) => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** A list of which one is taken by its key, or by arrows and Enter, or by a click. */
export function KeyChooser({ label, choices, onTake, ref }: KeyChooserProps) {
  const id = useId();
  const [at, setAt] = useState(0);
  useEffect(() => {
    document.getElementById(`${id}-${at}`)?.scrollIntoView({ block: "nearest" });
  }, [id, at]);
  return (
    <Box
      ref={ref}
      role="listbox"
      aria-label={label}
      tabIndex={0}
      aria-activedescendant={choices[at] && `${id}-${at}`}
      maxHeight="60vh"
      overflowY="auto"
      mx="-16px"
      onKeyDown={(event) => {
        const keys = combination(event);
        const move = listMove(keys, { at, count: choices.length });
        const taken =
          keys === "Enter"
            ? choices[at]
            : choices.find(({ key }) => key !== "" && key.toLowerCase() === keys.toLowerCase());
        if (move && move !== "all") setAt(move.to);
        else if (taken) onTake(taken);
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      {choices.map((choice, i) => (
        <Box
          key={choice.id}
          id={`${id}-${i}`}
          role="option"
          aria-selected={i === at}
          layerStyle="cardRow"
          display="grid"
          gridTemplateColumns="30px 28px minmax(0, 1fr) auto"
          alignItems="center"
          gap="8px"
          px="16px"
          py="6px"
          cursor="default"
          onClick={() => onTake(choice)}
        >
          {choice.key ? <KeyCap keys={choice.key} /> : <span />}
          {choice.sign ?? <span />}
          <chakra.span truncate title={choice.text}>
            {choice.text}
          </chakra.span>
          <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">
            {[choice.has && sayHaving[choice.has], choice.says].filter(Boolean).join(" · ")}
          </chakra.span>
        </Box>
      ))}
    </Box>
  );
}
