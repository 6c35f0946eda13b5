"use client";

import type { ResultOf } from "@/core/api/commands";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

const first = { name: "" };

/** Begins a session. */
export function NewSessionDialog({
  onClose,
}: {
  readonly onClose: (result?: ResultOf<"create-session">) => void;
}) {
  const form = useCommandForm("create-session", { first, request: (values) => values, done: onClose });
  return (
    <Dialog title="New session" onClose={() => onClose()} width="420px">
      <Form form={form} buttons={<DialogButtons action="Begin" onClose={onClose} />}>
        <TextField label="Name" {...form.field("name")} />
      </Form>
    </Dialog>
  );
}
