"use client";

import { useRef } from "react";
import { KeyChooser } from "../keeping/key-chooser";
import { Dialog } from "../parts/dialog";

interface LeaveOutDialogProps {
  readonly title: string;
  readonly words: readonly string[];
  readonly onTake: (word: string) => void;
  readonly onClose: () => void;
}

/** Asks which of several words a search leaves out: a digit does it. */
export function LeaveOutDialog({ title, words, onTake, onClose }: LeaveOutDialogProps) {
  const list = useRef<HTMLDivElement>(null);
  return (
    <Dialog title={title} onClose={onClose} initialFocus={list} width="380px">
      <KeyChooser
        ref={list}
        label="Words"
        choices={words.map((word, i) => ({ id: word, key: i < 9 ? String(i + 1) : "", text: `-${word}` }))}
        onTake={({ id }) => onTake(id)}
      />
    </Dialog>
  );
}
