"use client";

import { chakra, HStack } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import { fold } from "@/core/text/fold";
import { Field } from "./fields";

interface ChoiceProps<T extends string> {
  /** One below the other, for longer words. */
  readonly tall?: boolean;
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string; readonly hint?: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly problem?: string;
}

/** The place of the next option, round from the chosen one, that begins with the letter of a key; −1: none does. */
function beginning<T extends string>(
  options: ChoiceProps<T>["options"],
  value: T,
  { key, ctrlKey, altKey, metaKey }: KeyboardEvent,
): number {
  if (ctrlKey || altKey || metaKey || [...key].length !== 1 || key === " ") return -1;
  const from = options.findIndex((option) => option.value === value) + 1;
  const round = options.map((_, i) => (from + i) % options.length);
  return round.find((at) => fold(options[at].label).startsWith(fold(key))) ?? -1;
}

/** A few words of which one holds; arrows choose, and the letter that one of them begins with. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  problem,
  tall = false,
}: ChoiceProps<T>) {
  return (
    <Field label={label} problem={problem}>
      {(ids) => (
        <HStack
          role="radiogroup"
          aria-label={label}
          id={ids.id}
          gap={tall ? "4px" : "16px"}
          wrap="wrap"
          flexDirection={tall ? "column" : "row"}
          alignItems={tall ? "flex-start" : "center"}
          onKeyDown={(event) => {
            const at = beginning(options, value, event);
            if (at < 0) return;
            event.preventDefault();
            event.stopPropagation();
            onChange(options[at].value);
            event.currentTarget.querySelectorAll("input")[at]?.focus();
          }}
        >
          {options.map((option) => (
            <chakra.label key={option.value} display="flex" gap="6px" alignItems="center">
              <chakra.input
                type="radio"
                name={ids.id}
                checked={option.value === value}
                onChange={() => onChange(option.value)}
                accentColor="cardSelected"
                width="16px"
                height="16px"
              />
              <span>
                {option.label}
                {option.hint && <chakra.span color="cardMuted">{` · ${option.hint}`}</chakra.span>}
              </span>
            </chakra.label>
          ))}
        </HStack>
      )}
    </Field>
  );
}
