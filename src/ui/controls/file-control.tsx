"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { fileWords, type FileParameter } from "@/core/effects/parameter";
import { sayError, useDesk } from "../data/desk";
import { mediaOf, useBringFile, useFiles } from "../data/files";
import { QuietButton } from "../parts/buttons";
import { chooseFiles } from "../parts/choose-files";
import { ChoiceControl } from "./choice-control";

interface FileControlProps {
  readonly spec: FileParameter;
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}

const accept = {
  impulse: ".wav,.flac,.aif,.aiff",
  texture: ".png,.jpg,.jpeg,.tif,.tiff,.webp",
  lut: ".cube",
} as const;
const none = "none";

/** A file that the effect depends on: one of the library's, or one brought in now. */
export function FileControl({ spec, value, onChange }: FileControlProps) {
  const { libraryId } = useDesk();
  const files = useFiles(libraryId);
  const bring = useBringFile(libraryId);
  const [problem, setProblem] = useState<string | null>(null);
  const fitting = (files.data ?? []).filter((m) => m.facts.kind === mediaOf[spec.holds]);
  const options = [
    { value: none, label: "none" },
    ...fitting.map(({ id, name }) => ({ value: id, label: name.replace(/\.[a-z0-9]{1,5}$/i, "") })),
    // What a card names and this library lacks is kept, and says so.
    ...(value !== null && !fitting.some((m) => m.id === value)
      ? [{ value, label: files.isLoading ? "…" : `not here (${value.slice(0, 8)})` }]
      : []),
  ];
  const choose = () =>
    chooseFiles(accept[spec.holds], ([file]) => {
      if (!file) return;
      setProblem(null);
      bring(file)
        .then((media) =>
          media.facts.kind === mediaOf[spec.holds]
            ? onChange(media.id)
            : setProblem("This file is of another kind."),
        )
        .catch((error) => setProblem(sayError(error)));
    });
  return (
    <Box>
      <ChoiceControl
        spec={{ kind: "choice", label: spec.label, help: spec.help, options, default: none }}
        value={value ?? none}
        onChange={(next) => onChange(next === none ? null : next)}
      />
      <QuietButton
        size="xs"
        px="0"
        onClick={choose}
      >{`bring in another ${fileWords[spec.holds]}`}</QuietButton>
      {problem && <Box role="alert" fontSize="xs" color="cardLoss">{`✕ ${problem}`}</Box>}
    </Box>
  );
}
