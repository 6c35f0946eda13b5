"use client";

import { chakra, HStack } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Field } from "./fields";

interface DrawnChoiceProps<T extends string> {
  readonly label: string;
  readonly options: readonly T[];
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly problem?: string;
  /** The drawing of an option; its name is read out. */
  readonly draw: (option: T) => ReactNode;
  readonly nameOf?: (option: T) => string;
}

/** Small drawings of which one holds; arrows choose. */
export function DrawnChoice<T extends string>(props: DrawnChoiceProps<T>) {
  const { label, options, value, onChange, problem, draw, nameOf = String } = props;
  return (
    <Field label={label} problem={problem}>
      {({ id }) => (
        <HStack role="radiogroup" aria-label={label} id={id} gap="4px" wrap="wrap">
          {options.map((one) => (
            <chakra.label
              key={one}
              title={nameOf(one)}
              display="inline-flex"
              alignItems="center"
              justifyContent="center"
              minWidth="30px"
              height="28px"
              px="6px"
              border="1px solid"
              borderColor={value === one ? "cardSelected" : "cardRule"}
              borderRadius="small"
              _focusWithin={{ outline: "2px solid {colors.cardSelected}" }}
            >
              <chakra.input
                type="radio"
                name={id}
                srOnly
                aria-label={nameOf(one)}
                checked={value === one}
                onChange={() => onChange(one)}
              />
              {draw(one)}
            </chakra.label>
          ))}
        </HStack>
      )}
    </Field>
  );
}
