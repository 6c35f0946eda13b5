import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Target } from "@/core/library/entities";
import { namesTyped } from "@/core/library/new-lists";
import { mayFeedGroup } from "@/core/library/routing";
import { capital, countTargets } from "@/core/library/words";
import { groupKinds, groupPurpose, type GroupKind } from "@/core/media";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

const kinds = groupKinds.map((value) => ({ value, label: capital(value), hint: groupPurpose(value) }));
const first: { name: string; kind: GroupKind } = { name: "", kind: "bus" };
const sayings = { names: { at: "name" } };

interface AddGroupDialogProps {
  readonly sessionId: string;
  /** The selected targets, which may feed what is added. */
  readonly selected: readonly Target[];
  readonly onClose: () => void;
}

/** Adds tracks, buses, returns or an output to the session. */
export function AddGroupDialog({ sessionId, selected, onClose }: AddGroupDialogProps) {
  // One target is always selected; several were selected on purpose.
  const [isFed, setFed] = useState(selected.length > 1);
  const feedingAs = (kind: GroupKind, names: readonly string[]) =>
    names.length > 1 && kind !== "return" ? [] : selected.filter((target) => mayFeedGroup(target.kind, kind));
  const form = useCommandForm("add-group", {
    first,
    request: ({ name, kind }) => {
      const names = namesTyped(name);
      const fedBy = isFed ? feedingAs(kind, names).map(({ id }) => id) : [];
      return {
        sessionId,
        kind,
        ...(names.length > 1 ? { names } : { name }),
        ...(fedBy.length > 0 && { fedBy }),
      };
    },
    sayings,
    done: () => onClose(),
  });
  const names = namesTyped(form.choice("name").value);
  const kind = form.choice("kind");
  const feeding = feedingAs(kind.value, names);
  return (
    <Dialog title="Tracks, buses, returns or an output" onClose={onClose} width="440px">
      <Form form={form} buttons={<DialogButtons action="Add" onClose={onClose} />}>
        <TextField label="Name" hint="Several with commas between." {...form.field("name")} />
        <Choice tall label="As" options={kinds} {...kind} />
        {feeding.length > 0 && (
          <chakra.label display="flex" gap="8px" alignItems="center" mb="12px" fontSize="sm">
            <input type="checkbox" checked={isFed} onChange={(event) => setFed(event.target.checked)} />
            {`Fed by ${countTargets(feeding)}`}
          </chakra.label>
        )}
      </Form>
    </Dialog>
  );
}
