"use client";

import { Box } from "@chakra-ui/react";
import { useRef } from "react";
import type { InputOf } from "@/core/api/commands";
import type { Hiding } from "@/core/library/entities";
import type { Replica } from "@/core/library/change";
import { effectName } from "@/core/chain/describe";
import { pathOf } from "@/core/library/tree";
import { useDesk, useData } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { KeyChooser, type Choice } from "./key-chooser";

type Shown = Omit<InputOf<"hide">, "on">;

/** What a hiding is about, in words, and how it is named to be shown again. */
function meant(
  row: Hiding,
  replica: Pick<Replica, "card" | "folder" | "tag">,
): { text: string; says: string; input: Shown } {
  if (row.cardId !== null)
    return {
      text: replica.card.get(row.cardId)?.name ?? "a card that is gone",
      says: "card",
      input: { cardIds: [row.cardId] },
    };
  if (row.folderId !== null)
    return {
      text: pathOf(replica.folder, row.folderId) || "a folder that is gone",
      says: "folder, with all in it",
      input: { folderId: row.folderId },
    };
  if (row.tagId !== null)
    return {
      text: pathOf(replica.tag, row.tagId) || "a tag that is gone",
      says: "tag",
      input: { tagId: row.tagId },
    };
  if (row.effect !== null)
    return { text: effectName(row.effect), says: "effect", input: { effect: row.effect } };
  return { text: row.maker!, says: "maker, with all by them", input: { maker: row.maker! } };
}

/** What is drawn; cards come first, and there may be thousands. */
const mostShown = 200;

/** All that the member has hidden; what is taken is shown again. */
export function HiddenDialog({ onClose }: { onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const list = useRef<HTMLDivElement>(null);
  const rows = [...data.replica.hiding.values()].map((row) => ({ row, ...meant(row, data.replica) }));
  const choices = rows
    .map(({ row, text, says }): Choice => ({ id: row.id, key: "", text, says }))
    .sort((a, b) => a.says!.localeCompare(b.says!) || a.text.localeCompare(b.text));
  const more = choices.length - mostShown;
  return (
    <Dialog title="What you have hidden" onClose={onClose} initialFocus={list} width="460px">
      {rows.length === 0 ? (
        <Box ref={list} tabIndex={-1} color="cardMuted">
          Nothing. What you hide is out of your sight alone, and can be shown again here.
        </Box>
      ) : (
        <>
          <Box mb="8px" color="cardMuted" fontSize="sm">
            Enter or a click shows it again.
          </Box>
          <KeyChooser
            ref={list}
            label="Hidden"
            choices={choices.slice(0, mostShown)}
            onTake={({ id }) =>
              void act("hide", { ...rows.find(({ row }) => row.id === id)!.input, on: false })
            }
          />
          {more > 0 && (
            <Box mt="8px" color="cardMuted" fontSize="sm">
              {`${more.toLocaleString("en")} more. Cards among them are all in the search “Hidden” of the library: H shows those selected there again.`}
            </Box>
          )}
        </>
      )}
    </Dialog>
  );
}
