"use client";

import { useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { useDesk, useData } from "../data/desk";
import { lastFolder, rememberFolder } from "../data/last-folder";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import { PathField } from "../parts/path-field";

interface FileDialogProps {
  readonly cardIds: readonly string[];
  readonly what: string;
  readonly first: string;
  readonly onClose: () => void;
}

/** Asks for the folder in which cards are to be filed. */
export function FileDialog({ cardIds, what, first, onClose }: FileDialogProps) {
  const { libraryId } = useDesk();
  const data = useData();
  const values = useMemo(() => ({ path: first }), [first]);
  const last = lastFolder(libraryId);
  const form = useCommandForm("move-cards", {
    first: values,
    request: ({ path }) => ({ cardIds: [...cardIds], path }),
    done: () => {
      rememberFolder(libraryId, path.value);
      onClose();
    },
  });
  const path = form.choice("path");
  return (
    <Dialog title={`File ${what}`} onClose={onClose}>
      <Form form={form} buttons={<DialogButtons action="File" onClose={onClose} />}>
        <PathField
          rows={data.replica.folder}
          offers={last && last !== first ? [{ path: last, why: "last used" }] : []}
          {...path}
        />
      </Form>
    </Dialog>
  );
}

/** Asks who made a card. */
export function MakerDialog({ card, onClose }: { card: CardHead; onClose: () => void }) {
  const values = useMemo(() => ({ maker: card.maker }), [card]);
  const form = useCommandForm("edit-card", {
    first: values,
    request: ({ maker }) => ({ cardId: card.id, maker, seen: card.version }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Who made “${card.name}”`} onClose={onClose} width="420px">
      <Form form={form} buttons={<DialogButtons action="Keep" onClose={onClose} />}>
        <TextField
          label="Made by"
          hint="Empty where nobody says. Searches ask for it by maker:"
          onFocus={(event) => event.target.select()}
          {...form.field("maker")}
        />
      </Form>
    </Dialog>
  );
}

const formatHints: Readonly<Record<CardHead["medium"], string>> = {
  audio: "mono, stereo, 5.1 or 4 ch. Empty for any.",
  image: "landscape, portrait, square, or a size such as 1080×1920. Empty for any.",
  video: "landscape, portrait, square, a size such as 1080×1920, 25 fps. Empty for any.",
};

/** Asks which format a card is made for. */
export function MadeForDialog({ card, onClose }: { card: CardHead; onClose: () => void }) {
  const values = useMemo(() => ({ madeFor: card.madeFor }), [card]);
  const form = useCommandForm("edit-card", {
    first: values,
    request: ({ madeFor }) => ({ cardId: card.id, madeFor, seen: card.version }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`What “${card.name}” is made for`} onClose={onClose} width="420px">
      <Form form={form} buttons={<DialogButtons action="Keep" onClose={onClose} />}>
        <TextField
          label="Format"
          hint={formatHints[card.medium]}
          onFocus={(event) => event.target.select()}
          {...form.field("madeFor")}
        />
      </Form>
    </Dialog>
  );
}
