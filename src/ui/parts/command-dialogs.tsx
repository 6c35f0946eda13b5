"use client";

import { Box, HStack } from "@chakra-ui/react";
import { useMemo, useRef, useState, type FormEvent, type ReactNode } from "react";
import { sayError, sentence, useDesk } from "../data/desk";
import { MainButton, QuietButton } from "./buttons";
import { Dialog } from "./dialog";
import { TextField } from "./fields";

/** Sends a dialog's command; keeps the dialog open with the reason where it is refused. */
export function useSubmit(onClose: (result?: Record<string, unknown>) => void) {
  const { send, tell } = useDesk();
  const [problem, setProblem] = useState<string>();
  const submit = async (command: string, input: object) => {
    try {
      const { change, result } = await send(command, () => input);
      if (change) tell({ kind: "done", text: sentence(change.summary) });
      onClose(result);
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return { problem, setProblem, submit };
}

/** The buttons at the foot of a dialog with a form. */
export function DialogButtons({ action, onClose }: { action: string; onClose: () => void }) {
  return (
    <HStack justifyContent="flex-end">
      <QuietButton keys="Escape" onClick={() => onClose()}>
        Leave
      </QuietButton>
      <MainButton type="submit" keys="Enter">
        {action}
      </MainButton>
    </HStack>
  );
}

interface NameDialogProps {
  readonly title: string;
  readonly first: string;
  readonly action: string;
  readonly command: string;
  readonly input: (name: string) => object;
  readonly onClose: (result?: Record<string, unknown>) => void;
}

/** Asks for a name. */
export function NameDialog({ title, first, action, command, input, onClose }: NameDialogProps) {
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [name, setName] = useState(first);
  const field = useRef<HTMLInputElement>(null);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit(command, input(name));
  };
  return (
    <Dialog title={title} onClose={onClose} initialFocus={field} width="420px">
      <form onSubmit={onSubmit}>
        <TextField
          ref={field}
          label="Name"
          value={name}
          problem={problem}
          onFocus={(event) => event.target.select()}
          onChange={(event) => {
            setName(event.target.value);
            setProblem(undefined);
          }}
        />
        <DialogButtons action={action} onClose={onClose} />
      </form>
    </Dialog>
  );
}

/** Says what a removal will do, and does it. */
export function ConfirmDialog({
  title,
  action,
  command,
  input,
  children,
  onClose,
}: {
  title: string;
  action: string;
  command: string;
  input: object;
  children: ReactNode;
  onClose: (result?: Record<string, unknown>) => void;
}) {
  const { problem, submit } = useSubmit(onClose);
  const button = useRef<HTMLButtonElement>(null);
  const onSubmit = useMemo(
    () => (event: FormEvent) => {
      event.preventDefault();
      void submit(command, input);
    },
    [submit, command, input],
  );
  return (
    <Dialog title={title} onClose={onClose} initialFocus={button} width="420px">
      <form onSubmit={onSubmit}>
        <Box mb="14px">{children}</Box>
        {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
        <HStack justifyContent="flex-end">
          <QuietButton keys="Escape" onClick={() => onClose()}>
            Leave
          </QuietButton>
          <MainButton ref={button} type="submit" keys="Enter">
            {action}
          </MainButton>
        </HStack>
      </form>
    </Dialog>
  );
}
