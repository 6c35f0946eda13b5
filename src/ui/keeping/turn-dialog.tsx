"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo, useRef, useState } from "react";
import { mostSteps } from "@/core/api/commands/tidy-input";
import { foldersOf } from "@/core/library/filing";
import { turned } from "@/core/library/turning";
import { count } from "@/core/library/words";
import { sayError, useDesk, useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { Problem } from "../parts/problem";

interface TurnDialogProps {
  /** What is turned into the other kind, with what lies below. */
  readonly of: "folder" | "tag";
  readonly id: string;
  readonly name: string;
  readonly onClose: () => void;
}

/** Shows what comes of turning folders into tags or tags into folders, and does it as one change. What was turned stays. */
export function TurnDialog({ of, id, name, onClose }: TurnDialogProps) {
  const { send, tell } = useDesk();
  const data = useData();
  const { replica } = data;
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const main = useRef<HTMLButtonElement>(null);
  const into = of === "folder" ? "tag" : "folder";
  const all = useMemo(
    () =>
      turned(replica[of], id, replica.card.values(), of === "folder" ? foldersOf : ({ tagIds }) => tagIds),
    [of, id, replica],
  );
  const isTooMuch = all.length > mostSteps;
  const turn = async () => {
    setBusy(true);
    try {
      const steps = all.map(({ path, cardIds }) => ({
        command: of === "folder" ? "tag-cards" : "file-cards",
        input: { cardIds, path, on: true },
      }));
      const { change } = await send("tidy", () => ({ steps }));
      const made = count(all.length, into);
      tell({ kind: "done", text: change ? `“${name}” is ${made} now too.` : "All of it was so already." });
      onClose();
    } catch (error) {
      setBusy(false);
      setProblem(sayError(error));
    }
  };
  return (
    <Dialog title={`“${name}” as ${into}s`} onClose={onClose} initialFocus={main} width="480px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (all.length > 0 && !isTooMuch && !busy) void turn();
        }}
      >
        <Box mb="10px" fontSize="sm">
          {all.length === 0
            ? `No card ${of === "folder" ? "lies in" : "has"} it, so there is nothing to turn.`
            : isTooMuch
              ? `These would be ${count(all.length, into)}, and at most ${mostSteps} can be made at once. Turn what lies below it instead.`
              : `The cards ${of === "folder" ? "get these tags" : "are also filed in these folders"}; the ${of}s stay as they are.`}
        </Box>
        <Box
          as="ul"
          aria-label="What comes of it"
          listStyleType="none"
          m="0"
          mb="12px"
          p="0"
          maxHeight="280px"
          overflowY="auto"
          tabIndex={0}
        >
          {all.map(({ path, cardIds }) => (
            <Box
              as="li"
              key={path}
              display="flex"
              justifyContent="space-between"
              gap="12px"
              py="4px"
              borderBottom="1px solid"
              borderColor="cardRule"
              fontSize="sm"
            >
              <span>{path}</span>
              <chakra.span textStyle="figure">{count(cardIds.length, "card")}</chakra.span>
            </Box>
          ))}
        </Box>
        <Problem>{problem}</Problem>
        <DialogButtons
          action="Turn"
          main={main}
          busy={busy || all.length === 0 || isTooMuch}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
