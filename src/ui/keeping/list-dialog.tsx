"use client";

import { useMemo, useState } from "react";
import type { FavouritesList } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { useData } from "../data/desk";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

type Whose = "own" | "team";

/** Asks for the name and the mark of a favourites list, and of a new one whose it is. */
export function ListDialog({ list, onClose }: { list?: FavouritesList; onClose: () => void }) {
  const data = useData();
  const first = useMemo(() => ({ name: list?.name ?? "", mark: list?.mark ?? "" }), [list]);
  const [whose, setWhose] = useState<Whose>(list?.ownerId === null ? "team" : "own");
  const form = useCommandForm(whose === "team" ? "keep-team-list" : "keep-list", {
    first,
    request: ({ name, mark }) => ({ ...(list && { listId: list.id, seen: list.version }), name, mark }),
    done: () => onClose(),
  });
  return (
    <Dialog title={list ? `Change “${list.name}”` : "New favourites list"} onClose={onClose} width="400px">
      <Form form={form} buttons={<DialogButtons action={list ? "Keep" : "Make"} onClose={onClose} />}>
        <TextField label="Name" onFocus={(event) => event.target.select()} {...form.field("name")} />
        <TextField
          label="Mark"
          hint="One letter or digit: F and this key put cards on it. Empty for none."
          maxLength={2}
          width="64px"
          fontFamily="mono"
          {...form.field("mark")}
        />
        {!list && may(data.member.role, "keep") && (
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
