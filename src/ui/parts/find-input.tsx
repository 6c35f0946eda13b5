import { Input } from "@chakra-ui/react";
import type { KeyboardEvent, RefObject } from "react";

interface FindInputProps {
  readonly ref: RefObject<HTMLInputElement | null>;
  readonly label: string;
  readonly placeholder: string;
  /** The ids of the list that it goes through, and of the row that is chosen there. */
  readonly list: string;
  readonly chosen: string | undefined;
  readonly value: string;
  readonly onValue: (typed: string) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

/** On a card: what is typed here narrows the list below it, through which the arrows go. */
export const FindInput = ({ ref, label, list, chosen, onValue, ...given }: FindInputProps) => (
  <Input
    ref={ref}
    role="combobox"
    aria-label={label}
    aria-expanded="true"
    aria-controls={list}
    aria-activedescendant={chosen}
    autoComplete="off"
    spellCheck={false}
    size="sm"
    bg="card"
    borderColor="cardRule"
    borderRadius="part"
    onChange={({ target }) => onValue(target.value)}
    {...given}
  />
);
