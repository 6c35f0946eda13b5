"use client";

import { HStack } from "@chakra-ui/react";
import { useState } from "react";
import { stagesOf, suppliedStages } from "@/core/library/stages";
import { isFault, readStages, writeStages } from "@/core/library/typed-stages";
import type { WorkingMedium } from "@/core/media";
import { sayError, useData, useDesk } from "../data/desk";
import { QuietButton } from "../parts/buttons";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextArea } from "../parts/fields";
import { Problem } from "../parts/problem";

interface StagesDialogProps {
  readonly medium: WorkingMedium;
  readonly onClose: () => void;
}

/** The member's order of work in a medium, a stage a line. Begins with the supplied one. */
export function StagesDialog({ medium, onClose }: StagesDialogProps) {
  const { library, tell } = useDesk();
  const own = useData(({ member }) => member.settings.stages);
  const [typed, setTyped] = useState(() => writeStages(stagesOf(own, medium)));
  const [problem, setProblem] = useState<string>();

  const keep = async () => {
    const read = readStages(typed, medium);
    if (isFault(read)) return setProblem(`Line ${read.line}: ${read.words}`);
    try {
      await library.saveSettings({ stages: { ...own, [medium]: read } });
      tell({ kind: "done", text: "Your stages are kept." });
      onClose();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <Dialog title="Your stages" onClose={onClose} width="560px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <TextArea
          label="In the order of work, a stage a line"
          hint="Its name: its effects, or kinds of them. Behind a semicolon a query, if other cards are to be offered. What stands behind a later stage in a chain is pointed out."
          autoFocus
          rows={9}
          spellCheck={false}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onFocus={({ currentTarget }) => currentTarget.select()}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
            event.preventDefault();
            event.currentTarget.form?.requestSubmit();
          }}
        />
        <HStack mt="6px" mb="12px">
          <QuietButton size="xs" onClick={() => setTyped(writeStages(suppliedStages[medium]))}>
            as supplied
          </QuietButton>
        </HStack>
        <Problem>{problem}</Problem>
        <DialogButtons action="Keep" keys="Ctrl+Enter" onClose={onClose} />
      </form>
    </Dialog>
  );
}
