"use client";

import { useRef, useState, type FormEvent } from "react";
import { media, workingMedia, type WorkingMedium } from "@/core/media";
import { capital } from "@/core/library/words";
import type { Session } from "@/core/library/entities";
import { Choice } from "../parts/choice";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";

type Closing = (result?: Record<string, unknown>) => void;

/** Begins a session. */
export function NewSessionDialog({
  medium: first,
  onClose,
}: {
  medium: Session["medium"];
  onClose: Closing;
}) {
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [name, setName] = useState("");
  const [medium, setMedium] = useState<WorkingMedium>(
    workingMedia.find((known) => known === first) ?? workingMedia[0],
  );
  const field = useRef<HTMLInputElement>(null);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit("create-session", { name, medium });
  };
  return (
    <Dialog title="New session" onClose={onClose} initialFocus={field} width="420px">
      <form onSubmit={onSubmit}>
        <TextField
          ref={field}
          label="Name"
          value={name}
          problem={problem}
          onChange={(event) => {
            setName(event.target.value);
            setProblem(undefined);
          }}
        />
        <Choice
          label="For"
          options={workingMedia.map((value) => ({ value, label: capital(media[value].plural) }))}
          value={medium}
          onChange={setMedium}
        />
        <DialogButtons action="Begin" onClose={onClose} />
      </form>
    </Dialog>
  );
}
