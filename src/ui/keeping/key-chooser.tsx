import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useId, useState, type ReactNode, type RefObject } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import { passOn } from "../keys/held-keys";
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
  /** `isByKey`: by its own, which leaves the others as near. */
  readonly onTake: (choice: Choice, isByKey: boolean) => void;
  /** Leaves the list to a key that means nothing in it, which then does what it does elsewhere; undefined: it is lost. */
  readonly onPass?: () => void;
  readonly ref: RefObject<HTMLDivElement | null>;
}

/** Keys that are the list's or the dialog's around it. */
const ownKeys = ["Escape", "Tab", "Shift+Tab"];
const isModifier = (key: string) => ["Alt", "AltGraph", "Control", "Meta", "Shift"].includes(key);

/** A list of which one is taken by its key, or by arrows and Enter, or by a click. */
export function KeyChooser({ label, choices, onTake, onPass, ref }: KeyChooserProps) {
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
        if (taken) onTake(taken, keys !== "Enter");
        else if (onPass && !ownKeys.includes(keys) && !isModifier(event.key)) {
          onPass();
          passOn(event.nativeEvent);
        } else if (move && move !== "all") setAt(move.to);
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
          onClick={() => onTake(choice, false)}
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
