"use client";

import { useMemo } from "react";
import type { Proposal } from "@/core/library/entities";
import { useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextArea, TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import { PathField } from "../parts/path-field";

interface AnswerDialogProps {
  readonly offer: Proposal;
  readonly onClose: () => void;
}

/** Takes an offered card into the library: under which name, and where. */
export function AcceptDialog({ offer, onClose }: AnswerDialogProps) {
  const folder = useData(({ replica }) => replica.folder);
  const first = useMemo(() => ({ path: offer.path, name: offer.name, answer: "" }), [offer]);
  const form = useCommandForm("answer-proposal", {
    first,
    request: (values) => ({ ...values, proposalId: offer.id, accept: true, seen: offer.version }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Take in “${offer.name}”`} onClose={onClose} width="460px">
      <Form form={form} buttons={<DialogButtons action="Take in" onClose={onClose} />}>
        <PathField rows={folder} offers={[]} {...form.choice("path")} />
        <TextField label="Name" textStyle="rowTitle" {...form.field("name")} />
        <TextArea label="A word to whoever offered it" {...form.field("answer")} />
      </Form>
    </Dialog>
  );
}

/** Declines an offered card, with a word. */
export function DeclineDialog({ offer, onClose }: AnswerDialogProps) {
  const first = useMemo(() => ({ answer: "" }), []);
  const form = useCommandForm("answer-proposal", {
    first,
    request: ({ answer }) => ({ proposalId: offer.id, accept: false, answer, seen: offer.version }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Decline “${offer.name}”`} onClose={onClose} width="460px">
      <Form form={form} buttons={<DialogButtons action="Decline" onClose={onClose} />}>
        <TextArea
          label="A word to whoever offered it"
          hint="The card stays theirs alone."
          {...form.field("answer")}
        />
      </Form>
    </Dialog>
  );
}
