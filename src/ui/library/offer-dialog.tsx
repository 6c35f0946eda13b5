"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import type { CardHead } from "@/core/library/entities";
import { suggestFolder } from "@/core/library/suggest";
import { pathOf } from "@/core/library/tree";
import { useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import { PathField } from "../parts/path-field";

/** Offers a private card to the team, with the folder that it is meant for. */
export function OfferDialog({ card, onClose }: { readonly card: CardHead; readonly onClose: () => void }) {
  const folder = useData(({ replica }) => replica.folder);
  const cards = useData(({ replica }) => replica.card);
  const [first] = useState(() => ({ path: pathOf(folder, suggestFolder(cards.values(), card)) }));
  const form = useCommandForm("offer-card", {
    first,
    request: ({ path }) => ({ ownCardId: card.id, path }),
    done: () => onClose(),
  });
  return (
    <Dialog title={`Offer “${card.name}” to the team`} onClose={onClose} width="460px">
      <Form form={form} buttons={<DialogButtons action="Offer" onClose={onClose} />}>
        <Box mb="12px" fontSize="sm">
          A curator takes it in as it is now, or declines. Yours stays as it is.
        </Box>
        <PathField label="Meant for the folder" rows={folder} offers={[]} {...form.choice("path")} />
      </Form>
    </Dialog>
  );
}
