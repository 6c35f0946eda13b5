"use client";

import { Box, HStack } from "@chakra-ui/react";
import { useMemo, useRef, type ReactNode, type RefObject } from "react";
import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import { MainButton, QuietButton } from "./buttons";
import { Dialog } from "./dialog";
import { TextField } from "./fields";
import { useCommandForm } from "./command-form";
import { Form } from "./form";

interface DialogButtonsProps {
  readonly action: string;
  readonly onClose: () => void;
  readonly busy?: boolean;
  /** The key that sends the form; another one than Enter where that begins a new line. */
  readonly keys?: string;
  readonly main?: RefObject<HTMLButtonElement | null>;
}

/** The buttons at the foot of a dialog with a form. */
export function DialogButtons({ action, onClose, busy = false, keys = "Enter", main }: DialogButtonsProps) {
  return (
    <HStack justifyContent="flex-end">
      <QuietButton keys="Escape" onClick={() => onClose()}>
        Leave
      </QuietButton>
      <MainButton ref={main} type="submit" keys={keys} disabled={busy}>
        {action}
      </MainButton>
    </HStack>
  );
}

interface NameDialogProps<N extends CommandName> {
  readonly title: string;
  readonly first: string;
  readonly action: string;
  readonly command: N;
  readonly input: (name: string) => InputOf<N>;
  readonly onClose: (result?: ResultOf<N>) => void;
}

/** Asks for a name. */
export function NameDialog<N extends CommandName>({
  title,
  first,
  action,
  command,
  input,
  onClose,
}: NameDialogProps<N>) {
  const values = useMemo(() => ({ name: first }), [first]);
  const form = useCommandForm(command, {
    first: values,
    request: ({ name }) => input(name),
    done: onClose,
  });
  return (
    <Dialog title={title} onClose={() => onClose()} width="420px">
      <Form form={form} buttons={<DialogButtons action={action} onClose={onClose} />}>
        <TextField label="Name" onFocus={(event) => event.target.select()} {...form.field("name")} />
      </Form>
    </Dialog>
  );
}

interface ConfirmDialogProps<N extends CommandName> {
  readonly title: string;
  readonly action: string;
  readonly command: N;
  readonly input: InputOf<N>;
  readonly children: ReactNode;
  readonly onClose: (result?: ResultOf<N>) => void;
}

const nothing = {};

/** Says what a removal will do, and does it. */
export function ConfirmDialog<N extends CommandName>({
  title,
  action,
  command,
  input,
  children,
  onClose,
}: ConfirmDialogProps<N>) {
  const main = useRef<HTMLButtonElement>(null);
  const form = useCommandForm(command, { first: nothing, request: () => input, done: onClose });
  return (
    <Dialog title={title} onClose={() => onClose()} initialFocus={main} width="420px">
      <Form form={form} buttons={<DialogButtons action={action} main={main} onClose={onClose} />}>
        <Box mb="16px">{children}</Box>
      </Form>
    </Dialog>
  );
}
