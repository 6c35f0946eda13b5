import { useRef, useState, type FormEvent } from "react";
import { capital } from "@/core/library/words";
import { groupKinds, groupPurpose, type GroupKind } from "@/core/media";
import { Choice } from "../parts/choice";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";

const kinds = groupKinds.map((value) => ({ value, label: capital(value), hint: groupPurpose(value) }));

/** Adds a track, bus, return or output to the session. */
export function AddGroupDialog({ sessionId, onClose }: { sessionId: string; onClose: () => void }) {
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [name, setName] = useState("");
  const [kind, setKind] = useState<GroupKind>("bus");
  const field = useRef<HTMLInputElement>(null);
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit("add-group", { sessionId, kind, name });
  };
  return (
    <Dialog title="Track, bus, return or output" onClose={onClose} initialFocus={field} width="440px">
      <form onSubmit={onSubmit}>
        <TextField
          ref={field}
          label="Name"
          value={name}
          problem={problem}
          onChange={(event) => {
            setName(event.target.value);
            setProblem(undefined);
          }}
        />
        <Choice
          tall
          label="As"
          options={kinds}
          value={kind}
          onChange={(value) => {
            setKind(value);
            setProblem(undefined);
          }}
        />
        <DialogButtons action="Add" onClose={onClose} />
      </form>
    </Dialog>
  );
}
