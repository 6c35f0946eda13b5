"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { invite } from "@/core/api/operations/invite";
import { makeScriptKey, type KeyDays } from "@/core/api/operations/make-script-key";
import type { Membership } from "@/core/library/entities";
import { keyScopes, roles, type KeyScope, type Role } from "@/core/library/roles";
import { ask } from "../data/api";
import { useDesk } from "../data/desk";
import { Choice } from "../parts/choice";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form, useRequestForm } from "../parts/form";
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
  const first = useMemo(() => ({ role: membership.role }), [membership.role]);
  const form = useCommandForm("change-role", {
    first,
    request: ({ role }) => ({ memberId: membership.id, role, seen: membership.version }),
    done: () => onClose(),
  });
  const element = useFocusOnChoice();
  return (
    <Dialog title={`Role of ${membership.name}`} onClose={onClose} width="440px">
      <Form ref={element} form={form} buttons={<DialogButtons action="Give this role" onClose={onClose} />}>
        <Choice tall label="Role" options={roleOptions} {...form.choice("role")} />
      </Form>
    </Dialog>
  );
}

const editor: { role: Role } = { role: "editor" };

/** Makes a link that lets one person join. */
export function InviteDialog({ onClose }: { onClose: () => void }) {
  const { libraryId } = useDesk();
  const client = useQueryClient();
  const [link, setLink] = useState<string>();
  const copy = useRef<HTMLButtonElement>(null);
  const element = useFocusOnChoice();
  useEffect(() => copy.current?.focus(), [link]);
  const form = useRequestForm({
    schema: invite.body!,
    first: editor,
    async send(request) {
      const { token } = await ask(invite, { libraryId }, request);
      void client.invalidateQueries({ queryKey: invitationsKey(libraryId) });
      setLink(`${window.location.origin}/join/${token}`);
    },
  });
  return (
    <Dialog title="Invite somebody" onClose={onClose} width="480px">
      {link ? (
        <SecretShown label="Link for one person, good for a week" text={link} done={onClose} copy={copy} />
      ) : (
        <Form ref={element} form={form} buttons={<DialogButtons action="Make a link" onClose={onClose} />}>
          <Choice tall label="As" options={roleOptions} {...form.choice("role")} />
        </Form>
      )}
    </Dialog>
  );
}

const looking: { name: string; scope: KeyScope; days: `${KeyDays}` } = {
  name: "",
  scope: "look",
  days: "90",
};
const scopeOptions = (Object.keys(keyScopes) as KeyScope[]).map((value) => ({ value, ...scopeWords[value] }));
const dayOptions: readonly { value: `${KeyDays}`; label: string }[] = [
  { value: "7", label: "a week" },
  { value: "90", label: "three months" },
  { value: "365", label: "a year" },
];

/** Makes a key for scripts. */
export function ScriptKeyDialog({ onClose }: { onClose: () => void }) {
  const { libraryId } = useDesk();
  const client = useQueryClient();
  const [token, setToken] = useState<string>();
  const copy = useRef<HTMLButtonElement>(null);
  useEffect(() => copy.current?.focus(), [token]);
  const form = useRequestForm({
    schema: makeScriptKey.body!,
    first: looking,
    request: ({ days, ...rest }) => ({ ...rest, days: Number(days) }),
    async send(request: { name: string; scope: KeyScope; days: KeyDays }) {
      const made = await ask(makeScriptKey, { libraryId }, request);
      void client.invalidateQueries({ queryKey: scriptKeysKey(libraryId) });
      setToken(made.token);
    },
  });
  return (
    <Dialog title="Key for scripts" onClose={onClose} width="480px">
      {token ? (
        <SecretShown label="Send it as “Authorization: Bearer …”" text={token} done={onClose} copy={copy} />
      ) : (
        <Form form={form} buttons={<DialogButtons action="Make the key" onClose={onClose} />}>
          <TextField label="Name" hint="What the script is for." {...form.field("name")} />
          <Choice tall label="May" options={scopeOptions} {...form.choice("scope")} />
          <Choice label="For" options={dayOptions} {...form.choice("days")} />
        </Form>
      )}
    </Dialog>
  );
}
