"use client";

import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { CardHead } from "@/core/library/entities";
import { count } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";

interface CopyMarksDialogProps {
  readonly from: CardHead;
  readonly onto: readonly CardHead[];
  readonly onClose: () => void;
}

/** Asks which marks of a card others are to have too. */
export function CopyMarksDialog({ from, onto, onClose }: CopyMarksDialogProps) {
  const { act } = useDesk();
  const data = useData();
  const stars = data.shelf.starsOf(from.id);
  const [tags, setTags] = useState(from.tagIds.length > 0);
  const [note, setNote] = useState(from.note !== "");
  const [rating, setRating] = useState(stars !== 0);
  const ids = onto.map(({ id }) => id);
  const isNothing = !tags && !note && !rating;
  const give = async () => {
    if (tags || note) await act("copy-marks", { cardId: from.id, onto: ids, tags, note });
    if (rating) await act("rate-cards", { cardIds: ids, stars });
    onClose();
  };
  const box = (label: string, isOn: boolean, set: (on: boolean) => void, is: boolean) => (
    <chakra.label display="flex" gap="8px" alignItems="center" mb="8px" color={is ? undefined : "cardMuted"}>
      <input type="checkbox" checked={isOn} disabled={!is} onChange={({ target }) => set(target.checked)} />
      {label}
    </chakra.label>
  );
  return (
    <Dialog
      title={`From “${from.name}” onto ${onto.length === 1 ? `“${onto[0].name}”` : count(onto.length, "card")}`}
      onClose={onClose}
      width="440px"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!isNothing) void give();
        }}
      >
        {box(
          `its ${count(from.tagIds.length, "tag")}, besides their own`,
          tags,
          setTags,
          from.tagIds.length > 0,
        )}
        {box("its note, in place of theirs", note, setNote, from.note !== "")}
        {box("your rating of it", rating, setRating, stars !== 0)}
        <DialogButtons action="Copy" busy={isNothing} onClose={onClose} />
      </form>
    </Dialog>
  );
}
