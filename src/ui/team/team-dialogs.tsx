"use client";

import { Box } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, type FormEvent } from "react";
import type { Membership } from "@/core/library/entities";
import { keyScopes, roles, type KeyScope, type Role } from "@/core/library/roles";
import { api } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { Choice } from "../parts/choice";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { SecretShown } from "./secret-shown";
import { invitationsKey, scopeWords, scriptKeysKey } from "./team-data";

const roleOptions: readonly { value: Role; label: string; hint: string }[] = [
  { value: "owner", label: "Owner", hint: "manages members too" },
  { value: "curator", label: "Curator", hint: "tidies folders, keeps and changes cards" },
  { value: "editor", label: "Editor", hint: "works in sessions, keeps cards" },
  { value: "viewer", label: "Viewer", hint: "looks, and marks favourites" },
] satisfies { value: (typeof roles)[number]; label: string; hint: string }[];

/** Puts the focus onto the chosen one of a dialog's choices. */
function useFocusOnChoice() {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => form.current?.querySelector<HTMLElement>("input:checked")?.focus(), []);
  return form;
}

/** Gives a member another role. */
export function RoleDialog({ membership, onClose }: { membership: Membership; onClose: () => void }) {
  const { problem, submit } = useSubmit(onClose);
  const [role, setRole] = useState(membership.role);
  const form = useFocusOnChoice();
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    void submit("change-role", { memberId: membership.id, role, seen: membership.version });
  };
  return (
    <Dialog title={`Role of ${membership.name}`} onClose={onClose} width="440px">
      <form ref={form} onSubmit={onSubmit}>
        <Choice tall label="Role" options={roleOptions} value={role} onChange={setRole} />
        {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
        <DialogButtons action="Give this role" onClose={onClose} />
      </form>
    </Dialog>
  );
}

/** Makes a link that lets one person join. */
export function InviteDialog({ onClose }: { onClose: () => void }) {
  const { libraryId } = useDesk();
  const client = useQueryClient();
  const [role, setRole] = useState<Role>("editor");
  const [link, setLink] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const copy = useRef<HTMLButtonElement>(null);
  const form = useFocusOnChoice();
  useEffect(() => copy.current?.focus(), [link]);
  const onSubmit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const { token } = await api<{ token: string }>(`/api/libraries/${libraryId}/invitations`, {
        method: "POST",
        body: { role },
      });
      void client.invalidateQueries({ queryKey: invitationsKey(libraryId) });
      setLink(`${window.location.origin}/join/${token}`);
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <Dialog title="Invite somebody" onClose={onClose} width="480px">
      {link ? (
        <SecretShown label="Link for one person, good for a week" text={link} done={onClose} copy={copy} />
      ) : (
        <form ref={form} onSubmit={onSubmit}>
          <Choice tall label="As" options={roleOptions} value={role} onChange={setRole} />
          {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
          <DialogButtons action="Make a link" onClose={onClose} />
        </form>
      )}
    </Dialog>
  );
}

/** Makes a key for scripts. */
export function ScriptKeyDialog({ onClose }: { onClose: () => void }) {
  const { libraryId } = useDesk();
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [scope, setScope] = useState<KeyScope>("look");
  const [days, setDays] = useState<"7" | "90" | "365">("90");
  const [token, setToken] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const field = useRef<HTMLInputElement>(null);
  const copy = useRef<HTMLButtonElement>(null);
  useEffect(() => copy.current?.focus(), [token]);
  const onSubmit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const made = await api<{ token: string }>(`/api/libraries/${libraryId}/keys`, {
        method: "POST",
        body: { name, scope, days: Number(days) },
      });
      void client.invalidateQueries({ queryKey: scriptKeysKey(libraryId) });
      setToken(made.token);
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <Dialog title="Key for scripts" onClose={onClose} initialFocus={field} width="480px">
      {token ? (
        <SecretShown label="Send it as “Authorization: Bearer …”" text={token} done={onClose} copy={copy} />
      ) : (
        <form onSubmit={onSubmit}>
          <TextField
            ref={field}
            label="Name"
            hint="What the script is for."
            value={name}
            problem={problem}
            onChange={(event) => {
              setName(event.target.value);
              setProblem(undefined);
            }}
          />
          <Choice
            tall
            label="May"
            options={(Object.keys(keyScopes) as KeyScope[]).map((value) => ({ value, ...scopeWords[value] }))}
            value={scope}
            onChange={setScope}
          />
          <Choice
            label="For"
            options={[
              { value: "7", label: "a week" },
              { value: "90", label: "three months" },
              { value: "365", label: "a year" },
            ]}
            value={days}
            onChange={setDays}
          />
          <DialogButtons action="Make the key" onClose={onClose} />
        </form>
      )}
    </Dialog>
  );
}
