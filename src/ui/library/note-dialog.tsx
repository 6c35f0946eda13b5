"use client";

import { useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextArea } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

/** Asks what there is to be said of a card. */
export function NoteDialog({ card, onClose }: { readonly card: CardHead; readonly onClose: () => void }) {
  const first = useMemo(() => ({ note: card.note }), [card]);
  const form = useCommandForm("edit-card", {
    first,
    request: ({ note }) => ({ cardId: card.id, note, seen: card.version }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Note on “${card.name}”`} onClose={onClose} width="520px">
      <Form form={form} buttons={<DialogButtons action="Keep" keys="Ctrl+Enter" onClose={onClose} />}>
        <TextArea
          label="Note"
          rows={6}
          hint="When to use it, what to watch. *slanted*, **strong**, `code`, lists with -, links."
          {...form.field("note")}
        />
      </Form>
    </Dialog>
  );
}
