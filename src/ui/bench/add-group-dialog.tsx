import { capital } from "@/core/library/words";
import { groupKinds, groupPurpose, type GroupKind } from "@/core/media";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";

const kinds = groupKinds.map((value) => ({ value, label: capital(value), hint: groupPurpose(value) }));
const first: { name: string; kind: GroupKind } = { name: "", kind: "bus" };

/** Adds a track, bus, return or output to the session. */
export function AddGroupDialog({ sessionId, onClose }: { sessionId: string; onClose: () => void }) {
  const form = useCommandForm("add-group", {
    first,
    request: (values) => ({ sessionId, ...values }),
    done: () => onClose(),
  });
  return (
    <Dialog title="Track, bus, return or output" onClose={onClose} width="440px">
      <Form form={form} buttons={<DialogButtons action="Add" onClose={onClose} />}>
        <TextField label="Name" {...form.field("name")} />
        <Choice tall label="As" options={kinds} {...form.choice("kind")} />
      </Form>
    </Dialog>
  );
}
