"use client";

import { useRef, useState, type FormEvent } from "react";
import { api, ApiError } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";

/** Changes the password of who is at the desk; they are signed out everywhere else. */
export function PasswordDialog({ onClose }: { onClose: () => void }) {
  const { tell } = useDesk();
  const first = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<{ field: string; text: string }>();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const [current, next, again] = ["current", "next", "again"].map((field) => String(form.get(field) ?? ""));
    if (next !== again) return setProblem({ field: "again", text: "These two differ." });
    try {
      await api("/api/account/password", { method: "POST", body: { current, next } });
      tell({ kind: "done", text: "Your password is changed. You are signed out everywhere else." });
      onClose();
    } catch (error) {
      setProblem({
        field: error instanceof ApiError ? String(error.details.field ?? "current") : "current",
        text: sayError(error),
      });
    }
  };
  const at = (field: string) => (problem?.field === field ? problem.text : undefined);
  return (
    <Dialog title="Change your password" onClose={onClose} initialFocus={first} width="420px">
      <form onSubmit={submit} onChange={() => setProblem(undefined)}>
        <TextField
          ref={first}
          label="Present password"
          name="current"
          type="password"
          autoComplete="current-password"
          required
          problem={at("current")}
        />
        <TextField
          label="New password"
          name="next"
          type="password"
          autoComplete="new-password"
          required
          minLength={10}
          hint="At least 10 characters: several words that have nothing to do with each other."
          problem={at("next")}
        />
        <TextField
          label="New password, once more"
          name="again"
          type="password"
          autoComplete="new-password"
          required
          problem={at("again")}
        />
        <DialogButtons action="Change it" onClose={onClose} />
      </form>
    </Dialog>
  );
}
