"use client";

import { chakra, HStack } from "@chakra-ui/react";
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

/** A few words of which one holds; arrows choose. */
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
