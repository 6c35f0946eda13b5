"use client";

import { Box } from "@chakra-ui/react";
import { useRef } from "react";
import type { Folder } from "@/core/library/entities";
import { count } from "@/core/library/words";
import { useData } from "../data/desk";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

interface RemoveFolderDialogProps {
  readonly folder: Folder;
  /** The path of what it lies in; empty at the top. */
  readonly above: string;
  readonly onClose: () => void;
}

type To = "parent" | "unfiled";
const first: { cardsTo: To } = { cardsTo: "parent" };

/** Says what becomes of what lies in a folder that is removed, and asks where its cards go. */
export function RemoveFolderDialog({ folder, above, onClose }: RemoveFolderDialogProps) {
  const data = useData();
  const main = useRef<HTMLButtonElement>(null);
  const form = useCommandForm("remove-folder", {
    first,
    request: ({ cardsTo }) => ({ folderId: folder.id, cardsTo, seen: folder.version }),
    done: () => onClose(),
  });
  const cards = data.shelf.count({ kind: "folder", id: folder.id });
  return (
    <Dialog title={`Remove “${folder.name}”`} onClose={onClose} initialFocus={main} width="440px">
      <Form form={form} buttons={<DialogButtons action="Remove the folder" main={main} onClose={onClose} />}>
        <Box mb="12px">
          {`Only the folder goes. What lies in it moves to ${above || "the top, its cards to Unfiled"}. It can be taken back.`}
          {` It and what lies below it hold ${count(cards, "card")}.`}
        </Box>
        {above !== "" && (
          <Choice
            label="The cards that lie in it itself go to"
            tall
            options={[
              { value: "parent", label: above },
              { value: "unfiled", label: "no folder", hint: "they are found under Unfiled" },
            ]}
            {...form.choice("cardsTo")}
          />
        )}
      </Form>
    </Dialog>
  );
}
