"use client";

import { useMemo } from "react";
import type { InputOf } from "@/core/api/commands";
import { longestAlias } from "@/core/text/names";
import { DialogButtons } from "./command-dialogs";
import { Dialog } from "./dialog";
import { TextField } from "./fields";
import { useCommandForm } from "./command-form";
import { Form } from "./form";

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

interface RecallDialogProps {
  /** What is to be recalled, and what it is called. */
  readonly of:
    | { readonly cardId: string }
    | { readonly searchId: string }
    | { readonly folderId: string }
    | { readonly routineId: string };
  readonly name: string;
  readonly onClose: () => void;
}

export function AliasDialog({ of, name, onClose }: RecallDialogProps) {
  return (
    <OneWordDialog
      title={`Alias for “${name}”`}
      label="Alias"
      hint="A short word of your own; typed in the apply bar it brings this first."
      command="set-alias"
      field="text"
      first=""
      maxLength={longestAlias}
      input={(text, takeOver) => ({ ...of, text, takeOver })}
      taken="alias-taken"
      onClose={onClose}
    />
  );
}

interface KeyDialogProps extends RecallDialogProps {
  readonly current?: string;
  /** What the key does on the bench. */
  readonly does?: string;
}

export function KeyDialog({ of, name, current, does = "applies the card at once", onClose }: KeyDialogProps) {
  return (
    <OneWordDialog
      title={`Key for “${name}”`}
      label="Key"
      hint={`One printed character, such as 4 or q, or Num7 on the numeric pad. On the bench it ${does}.`}
      command="bind-key"
      field="key"
      first={current ?? ""}
      maxLength={6}
      input={(key, takeOver) => ({ ...of, key, takeOver })}
      taken="key-taken"
      onClose={onClose}
    />
  );
}
