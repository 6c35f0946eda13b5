"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { asTheyAre, renamedAll } from "@/core/library/renaming";
import { count } from "@/core/library/words";
import { fold } from "@/core/text/fold";
import { useData } from "../data/desk";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

/** Rows that are shown before the names are given. */
const mostShown = 100;

/** A name in a folder, as names are compared. */
const placeOf = (folderId: string | null, name: string): string => `${folderId} ${fold(name)}`;

interface RenameCardsDialogProps {
  /** In the order in which they are counted. */
  readonly cards: readonly CardHead[];
  readonly onClose: () => void;
}

/** Asks how the names of several cards are to be made out of what they are, and shows what becomes of each. */
export function RenameCardsDialog({ cards, onClose }: RenameCardsDialogProps) {
  const { replica } = useData();
  const names = useMemo(() => cards.map(({ name }) => name), [cards]);
  const form = useCommandForm("rename-cards", {
    first: asTheyAre,
    request: (by) => ({
      names: renamedAll(names, by).map(({ name }, i) => ({ cardId: cards[i].id, name })),
    }),
    done: () => onClose(),
  });
  const [find, put, text] = [form.choice("find").value, form.choice("put").value, form.choice("form").value];
  const next = useMemo(() => renamedAll(names, { find, put, form: text }), [names, find, put, text]);
  /** Names in use by others in the folders of these cards. */
  const others = useMemo(() => {
    const ids = new Set(cards.map(({ id }) => id));
    const folders = new Set(cards.map(({ folderId }) => folderId));
    const names = new Set<string>();
    for (const card of replica.card.values())
      if (!card.withdrawn && folders.has(card.folderId) && !ids.has(card.id))
        names.add(placeOf(card.folderId, card.name));
    return names;
  }, [cards, replica.card]);
  /** How many of these would have each name. */
  const given = useMemo(() => {
    const counts = new Map<string, number>();
    for (const [i, { name }] of next.entries()) {
      const place = placeOf(cards[i].folderId, name);
      counts.set(place, (counts.get(place) ?? 0) + 1);
    }
    return counts;
  }, [cards, next]);
  const changed = next.filter(({ name }, i) => name !== names[i]).length;
  return (
    <Dialog title={`Rename ${count(cards.length, "card")}`} onClose={onClose} width="640px">
      <Form
        form={form}
        buttons={
          <DialogButtons action={`Rename ${count(changed, "card")}`} busy={form.busy} onClose={onClose} />
        }
      >
        <Box display="grid" gridTemplateColumns="1fr 1fr" gap="12px">
          <TextField label="In the names, exchange" placeholder="nothing" {...form.field("find")} />
          <TextField label="for" placeholder="nothing" {...form.field("put")} />
        </Box>
        <TextField
          label="Form"
          fontFamily="mono"
          hint="{name} is the name by then, {n} counts from 1, {nn} with two digits"
          {...form.field("form")}
        />
        <Box
          as="ul"
          aria-label="What becomes of the names"
          listStyleType="none"
          m="0"
          mb="12px"
          p="0"
          maxHeight="240px"
          overflowY="auto"
          fontSize="sm"
          tabIndex={0}
        >
          {next.slice(0, mostShown).map(({ name, problem }, i) => {
            const place = placeOf(cards[i].folderId, name);
            const isTaken = others.has(place) || given.get(place)! > 1;
            return (
              <Box
                as="li"
                key={cards[i].id}
                display="grid"
                gridTemplateColumns="1fr 16px 1fr"
                gap="8px"
                py="4px"
                borderBottom="1px solid"
                borderColor="cardRule"
              >
                <chakra.span color="cardMuted" truncate title={names[i]}>
                  {names[i]}
                </chakra.span>
                <span aria-hidden="true">→</span>
                <span>
                  <chakra.span
                    textStyle="rowTitle"
                    color={name === names[i] ? "cardMuted" : undefined}
                    overflowWrap="anywhere"
                  >
                    {name}
                  </chakra.span>
                  {(problem ?? (isTaken && name !== names[i])) && (
                    <chakra.span display="block" fontSize="xs" color="cardLoss">
                      {`✕ ${problem ?? "another card of its folder is called so"}`}
                    </chakra.span>
                  )}
                </span>
              </Box>
            );
          })}
          {next.length > mostShown && (
            <Box as="li" py="4px" color="cardMuted">{`and ${next.length - mostShown} more`}</Box>
          )}
        </Box>
      </Form>
    </Dialog>
  );
}
