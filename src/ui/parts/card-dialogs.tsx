"use client";

import { useMemo } from "react";
import type { InputOf } from "@/core/api/commands";
import type { CardHead } from "@/core/library/entities";
import { longestAlias } from "@/core/text/names";
import { DialogButtons } from "./command-dialogs";
import { Dialog } from "./dialog";
import { TextField } from "./fields";
import { Form, useCommandForm } from "./form";

interface OneWordProps<N extends "set-alias" | "bind-key"> {
  readonly title: string;
  readonly label: string;
  readonly hint: string;
  readonly command: N;
  /** How the command calls the word. */
  readonly field: N extends "set-alias" ? "text" : "key";
  readonly first: string;
  readonly maxLength: number;
  readonly input: (word: string, takeOver: boolean) => InputOf<N>;
  /** The error code after which Enter takes over. */
  readonly taken: string;
  readonly onClose: () => void;
}

/** A dialog with one short field; what somebody else has is taken over by Enter once more. */
function OneWordDialog<N extends "set-alias" | "bind-key">(props: OneWordProps<N>) {
  const { title, label, hint, command, field, first, maxLength, input, taken, onClose } = props;
  const values = useMemo<Record<string, string>>(() => ({ [field]: first }), [field, first]);
  const form = useCommandForm(command, {
    first: values,
    request: (typed, refusal) => input(typed[field], refusal?.code === taken),
    done: () => onClose(),
  });
  const takeOver = form.refusal?.code === taken;
  return (
    <Dialog title={title} onClose={onClose} width="400px">
      <Form
        form={form}
        buttons={<DialogButtons action={takeOver ? "Take it over" : "Give"} onClose={onClose} />}
      >
        <TextField label={label} hint={hint} maxLength={maxLength} fontFamily="mono" {...form.field(field)} />
      </Form>
    </Dialog>
  );
}

type CardDialogProps = { readonly card: CardHead; readonly onClose: () => void };

export function AliasDialog({ card, onClose }: CardDialogProps) {
  return (
    <OneWordDialog
      title={`Alias for “${card.name}”`}
      label="Alias"
      hint="A short word of your own; typed in the apply bar it brings this card first."
      command="set-alias"
      field="text"
      first=""
      maxLength={longestAlias}
      input={(text, takeOver) => ({ cardId: card.id, text, takeOver })}
      taken="alias-taken"
      onClose={onClose}
    />
  );
}

export function KeyDialog({ card, current, onClose }: CardDialogProps & { readonly current?: string }) {
  return (
    <OneWordDialog
      title={`Key for “${card.name}”`}
      label="Key"
      hint="One printed character, such as 4 or m. On the bench it applies the card at once."
      command="bind-key"
      field="key"
      first={current ?? ""}
      maxLength={2}
      input={(key, takeOver) => ({ key, cardId: card.id, takeOver })}
      taken="key-taken"
      onClose={onClose}
    />
  );
}
