"use client";

import { useMemo } from "react";
import { media, workingMedia } from "@/core/media";
import { capital } from "@/core/library/words";
import type { Session } from "@/core/library/entities";
import type { ResultOf } from "@/core/api/commands";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { Form, useCommandForm } from "../parts/form";

interface NewSessionProps {
  readonly medium: Session["medium"];
  readonly onClose: (result?: ResultOf<"create-session">) => void;
}

/** Begins a session. */
export function NewSessionDialog({ medium, onClose }: NewSessionProps) {
  const first = useMemo(
    () => ({ name: "", medium: workingMedia.find((known) => known === medium) ?? workingMedia[0] }),
    [medium],
  );
  const form = useCommandForm("create-session", { first, request: (values) => values, done: onClose });
  return (
    <Dialog title="New session" onClose={() => onClose()} width="420px">
      <Form form={form} buttons={<DialogButtons action="Begin" onClose={onClose} />}>
        <TextField label="Name" {...form.field("name")} />
        <Choice
          label="For"
          options={workingMedia.map((value) => ({ value, label: capital(media[value].plural) }))}
          {...form.choice("medium")}
        />
      </Form>
    </Dialog>
  );
}
