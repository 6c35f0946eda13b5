"use client";

import { chakra, HStack } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { inks, type FavouritesList } from "@/core/library/entities";
import { givenTo, namesTyped } from "@/core/library/new-lists";
import { may } from "@/core/library/roles";
import { useData } from "../data/desk";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { DrawnChoice } from "../parts/drawn-choice";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import { Stamp } from "../parts/stamp";

type Whose = "own" | "team";
const unnamed = { name: "" };

/** Asks for the names of new favourites lists. Marks and inks are given to them, as is shown. */
export function NewListsDialog({ onClose }: { onClose: () => void }) {
  const { member, shelf } = useData();
  const [whose, setWhose] = useState<Whose>("own");
  const form = useCommandForm(whose === "team" ? "keep-team-list" : "keep-list", {
    first: unnamed,
    // Nothing typed is for the schema to refuse.
    request: ({ name }) => {
      const names = namesTyped(name);
      return names.length > 0 ? { names, mark: "" } : { name, mark: "" };
    },
    // A name that is taken is one of those in the field.
    sayings: { names: { at: "name" } },
    done: () => onClose(),
  });
  const { value } = form.choice("name");
  // As the server gives them: one's own beside those that all have.
  const atHand = shelf.allLists().filter(({ ownerId }) => ownerId === null || whose === "own");
  const made = givenTo(namesTyped(value), atHand);
  return (
    <Dialog title="New favourites lists" onClose={onClose} width="420px">
      <Form form={form} buttons={<DialogButtons action="Make" onClose={onClose} />}>
        <TextField
          label="Name"
          hint="Several with commas between."
          placeholder="Opening, Weather, For the yard"
          {...form.field("name")}
        />
        {made.length > 0 && (
          <HStack
            as="ul"
            aria-label="Will be made"
            listStyleType="none"
            gap="6px 12px"
            wrap="wrap"
            mb="12px"
            fontSize="sm"
          >
            {made.map((list) => (
              <chakra.li key={list.name} display="inline-flex" gap="6px" alignItems="center">
                <Stamp letter={list.mark || list.name.slice(0, 1)} name={list.name} ink={list.ink} />
                {list.name}
              </chakra.li>
            ))}
          </HStack>
        )}
        {may(member.role, "keep") && (
          <Choice
            label="Whose"
            options={[
              { value: "own", label: "yours" },
              { value: "team", label: "the team's" },
            ]}
            value={whose}
            onChange={setWhose}
          />
        )}
      </Form>
    </Dialog>
  );
}

/** Asks for another name, mark or ink of a favourites list. */
export function ListDialog({ list, onClose }: { list: FavouritesList; onClose: () => void }) {
  const first = useMemo(() => ({ name: list.name, mark: list.mark, ink: list.ink }), [list]);
  const form = useCommandForm(list.ownerId === null ? "keep-team-list" : "keep-list", {
    first,
    request: (values) => ({ ...values, listId: list.id, seen: list.version }),
    done: () => onClose(),
  });
  const { value: mark } = form.choice("mark");
  return (
    <Dialog title={`Change “${list.name}”`} onClose={onClose} width="420px">
      <Form form={form} buttons={<DialogButtons action="Keep" onClose={onClose} />}>
        <TextField label="Name" onFocus={(event) => event.target.select()} {...form.field("name")} />
        <TextField
          label="Mark"
          hint="One letter or digit: F and this key put cards on it. Empty for none."
          maxLength={2}
          width="64px"
          fontFamily="mono"
          {...form.field("mark")}
        />
        <DrawnChoice
          label="Ink"
          options={inks}
          draw={(ink) => <Stamp letter={mark.toUpperCase() || list.name.slice(0, 1)} name={ink} ink={ink} />}
          {...form.choice("ink")}
        />
      </Form>
    </Dialog>
  );
}
