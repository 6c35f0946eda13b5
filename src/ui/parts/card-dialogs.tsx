"use client";

import { HStack } from "@chakra-ui/react";
import { useRef, useState, type FormEvent } from "react";
import type { Card } from "@/core/library/entities";
import { ApiError } from "../data/api";
import { sayError, sentence, useDesk } from "../data/desk";
import { MainButton, QuietButton } from "./buttons";
import { Dialog } from "./dialog";
import { TextField } from "./fields";

interface OneWordProps {
  readonly title: string;
  readonly label: string;
  readonly hint: string;
  readonly first: string;
  readonly command: string;
  readonly input: (text: string, takeOver: boolean) => object;
  /** The error code after which Enter takes over. */
  readonly taken: string;
  readonly maxLength: number;
  readonly onClose: () => void;
}

/** A dialog with one short field; what somebody else has is taken over by Enter once more. */
function OneWordDialog({
  title,
  label,
  hint,
  first,
  command,
  input,
  taken,
  maxLength,
  onClose,
}: OneWordProps) {
  const { send, tell } = useDesk();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState(first);
  const [problem, setProblem] = useState<{ text: string; takeOver: boolean } | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const { change } = await send(command, () => input(text, problem?.takeOver ?? false));
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      onClose();
    } catch (error) {
      setProblem({ text: sayError(error), takeOver: error instanceof ApiError && error.code === taken });
    }
  };
  return (
    <Dialog title={title} onClose={onClose} initialFocus={field} width="400px">
      <form onSubmit={submit}>
        <TextField
          ref={field}
          label={label}
          hint={hint}
          problem={problem?.text}
          value={text}
          maxLength={maxLength}
          fontFamily="mono"
          onChange={(event) => {
            setText(event.target.value);
            setProblem(null);
          }}
        />
        <HStack justifyContent="flex-end">
          <QuietButton keys="Escape" onClick={onClose}>
            Leave
          </QuietButton>
          <MainButton type="submit" keys="Enter">
            {problem?.takeOver ? "Take it over" : "Give"}
          </MainButton>
        </HStack>
      </form>
    </Dialog>
  );
}

type CardDialogProps = { readonly card: Card; readonly onClose: () => void };

export function AliasDialog({ card, onClose }: CardDialogProps) {
  return (
    <OneWordDialog
      title={`Alias for “${card.name}”`}
      label="Alias"
      hint="A short word of your own; typed in the apply bar it brings this card first."
      first=""
      command="set-alias"
      taken="alias-taken"
      maxLength={40}
      onClose={onClose}
      input={(text, takeOver) => ({ cardId: card.id, text, takeOver })}
    />
  );
}

export function KeyDialog({ card, current, onClose }: CardDialogProps & { readonly current?: string }) {
  return (
    <OneWordDialog
      title={`Key for “${card.name}”`}
      label="Key"
      hint="One printed character, such as 4 or m. On the bench it applies the card at once."
      first={current ?? ""}
      command="bind-key"
      taken="key-taken"
      maxLength={2}
      onClose={onClose}
      input={(key, takeOver) => ({ key, cardId: card.id, takeOver })}
    />
  );
}
