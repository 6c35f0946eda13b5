"use client";

import { chakra, HStack } from "@chakra-ui/react";
import { useRef, useState, type FormEvent } from "react";
import type { Session } from "@/core/library/entities";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { Field, TextField } from "../parts/fields";

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly value: T;
  readonly onChange: (value: T) => void;
}

/** A few words of which one holds; arrows choose. */
export function Choice<T extends string>({ label, options, value, onChange }: ChoiceProps<T>) {
  return (
    <Field label={label}>
      {(ids) => (
        <HStack role="radiogroup" aria-label={label} id={ids.id} gap="16px" wrap="wrap">
          {options.map((option) => (
            <chakra.label key={option.value} display="flex" gap="6px" alignItems="center">
              <chakra.input type="radio" name={ids.id} checked={option.value === value} onChange={() => onChange(option.value)} accentColor="#1a6b63" width="16px" height="16px" />
              {option.label}
            </chakra.label>
          ))}
        </HStack>
      )}
    </Field>
  );
}

type Closing = (result?: Record<string, unknown>) => void;

/** Begins a session. */
export function NewSessionDialog({ medium: first, onClose }: { medium: Session["medium"]; onClose: Closing }) {
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [name, setName] = useState("");
  const [medium, setMedium] = useState<"audio" | "image">(first === "image" ? "image" : "audio");
  const field = useRef<HTMLInputElement>(null);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit("create-session", { name, medium });
  };
  return (
    <Dialog title="New session" onClose={onClose} initialFocus={field} width="420px">
      <form onSubmit={onSubmit}>
        <TextField ref={field} label="Name" value={name} problem={problem} onChange={(event) => { setName(event.target.value); setProblem(undefined); }} />
        <Choice label="For" options={[{ value: "audio", label: "Sound" }, { value: "image", label: "Pictures" }]} value={medium} onChange={setMedium} />
        <DialogButtons action="Begin" onClose={onClose} />
      </form>
    </Dialog>
  );
}
