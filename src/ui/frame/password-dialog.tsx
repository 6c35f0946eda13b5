"use client";

import { changePassword } from "@/core/api/operations/change-password";
import { ask } from "../data/api";
import { useDesk } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { Form, useRequestForm } from "../parts/form";
import type { SchemaSource } from "../parts/schema-source";

const first = { current: "", next: "", again: "" };
const sayings = { again: { words: "These two differ." } };
const schema: SchemaSource = (tools) =>
  changePassword.body!(tools).keys({ again: tools.Joi.any().valid(tools.Joi.ref("next")) });

/** Changes the password of who is at the desk; they are signed out everywhere else. */
export function PasswordDialog({ onClose }: { onClose: () => void }) {
  const { tell } = useDesk();
  const form = useRequestForm({
    schema,
    first,
    sayings,
    async send({ current, next }) {
      await ask(changePassword, {}, { current, next });
      tell({ kind: "done", text: "Your password is changed. You are signed out everywhere else." });
      onClose();
    },
  });
  return (
    <Dialog title="Change your password" onClose={onClose} width="420px">
      <Form form={form} buttons={<DialogButtons action="Change it" onClose={onClose} />}>
        <TextField
          label="Present password"
          type="password"
          autoComplete="current-password"
          {...form.field("current")}
        />
        <TextField
          label="New password"
          type="password"
          autoComplete="new-password"
          hint="At least 10 characters: several words that have nothing to do with each other."
          {...form.field("next")}
        />
        <TextField
          label="New password, once more"
          type="password"
          autoComplete="new-password"
          {...form.field("again")}
        />
      </Form>
    </Dialog>
  );
}
