"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { Membership } from "@/core/library/entities";
import { combination } from "@/core/keys/combination";
import { may, roles } from "@/core/library/roles";
import { count } from "@/core/library/words";
import { api } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { nameOfMember } from "../data/library-data";
import { MaterialRoom } from "./material-room";
import { useKeyActions, type KeyAction } from "../keys/keys";
import { MainButton, QuietButton } from "../parts/buttons";
import { ConfirmDialog } from "../parts/command-dialogs";
import { useSelection } from "../parts/use-selection";
import { ListRow } from "./list-row";
import { InviteDialog, RoleDialog, ScriptKeyDialog } from "./team-dialogs";
import { invitationsKey, scopeWords, scriptKeysKey, useInvitations, useScriptKeys } from "./team-data";

type Panel = "role" | "invite" | "remove" | "leave" | "key";

const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" });
const sayDate = (at: string) => date.format(new Date(at));
const byRole = (a: Membership, b: Membership) => roles.indexOf(a.role) - roles.indexOf(b.role) || a.name.localeCompare(b.name);

/** Members and their roles, invitations, and keys for scripts. */
export function TeamScreen() {
  const { libraryId, data, tell, takeBack } = useDesk();
  const { replica, member, library } = data;
  const client = useQueryClient();
  const [panel, setPanel] = useState<Panel | null>(null);
  const close = useCallback(() => setPanel(null), []);
  const list = useRef<HTMLDivElement>(null);
  const governs = may(member.role, "govern");
  const members = useMemo(() => [...replica.member.values()].filter((m) => !m.removed).sort(byRole), [replica.member]);
  const order = useMemo(() => members.map((m) => m.id), [members]);
  const selection = useSelection(order);
  const chosen = members.find((m) => m.id === selection.lead);
  const invitations = useInvitations(libraryId, governs);
  const keys = useScriptKeys(libraryId);

  useEffect(() => list.current?.focus(), []);
  const isSelf = chosen?.userId === member.id;
  const actions = useMemo<KeyAction[]>(
    () => [
      { keys: ["i"], label: "invite", disabled: !governs, run: () => setPanel("invite") },
      { keys: ["r"], label: "role", disabled: !governs || !chosen, run: () => setPanel("role") },
      { keys: ["Delete"], label: isSelf ? "leave the library" : "remove", disabled: !chosen || (!governs && !isSelf), run: () => setPanel(isSelf ? "leave" : "remove") },
      { keys: ["k"], label: "new key for scripts", run: () => setPanel("key") },
      { keys: ["Backspace", "Ctrl+z"], label: "take back", run: () => void takeBack("undo") },
      { keys: ["Shift+Backspace", "Ctrl+Shift+z", "Ctrl+y"], label: "do again", quiet: true, run: () => void takeBack("redo") },
    ],
    [governs, chosen, isSelf, takeBack],
  );
  useKeyActions(actions);
  const onKey = (event: KeyboardEvent) => {
    const moves: Record<string, () => void> = { ArrowDown: () => selection.move(1, false), ArrowUp: () => selection.move(-1, false), Home: () => order[0] && selection.only(order[0]), End: () => order.length > 0 && selection.only(order[order.length - 1]) };
    const does = moves[combination(event)];
    if (!does) return;
    event.preventDefault();
    does();
  };
  const revoke = async (path: string, said: string, key: readonly unknown[]) => {
    try {
      await api(`/api/libraries/${libraryId}/${path}/revoke`, { method: "POST", body: {} });
      tell({ kind: "done", text: said });
    } catch (error) {
      tell({ kind: "problem", text: sayError(error) });
    }
    void client.invalidateQueries({ queryKey: key });
  };

  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr) 440px" height="100%">
      <Box as="main" display="flex" flexDirection="column" minHeight="0" pt="14px" px="18px" overflowY="auto">
        <HStack gap="10px" alignItems="baseline" pb="12px" px="3px">
          <chakra.h1 fontFamily="heading" fontSize="xl" fontWeight="600" truncate title={library.name}>{`The team of ${library.name}`}</chakra.h1>
          <chakra.span color="muted" whiteSpace="nowrap">{count(members.length, "member")}</chakra.span>
        </HStack>
        <Box ref={list} role="listbox" aria-label="Members" tabIndex={0} onKeyDown={onKey} aria-activedescendant={selection.lead ? `member-${selection.lead}` : undefined} borderTop="2px solid" borderColor="cardHead" _focusVisible={{ outlineOffset: "1px" }}>
          {members.map((m) => (
            <ListRow key={m.id} id={`member-${m.id}`} selected={m.id === selection.lead} onPress={() => selection.only(m.id)} columns="minmax(0, 1fr) 100px">
              <chakra.span truncate fontFamily="heading" fontWeight="600" title={m.name}>{m.name}{m.userId === member.id && <chakra.span color="muted" fontFamily="body" fontWeight="400">{" · you"}</chakra.span>}</chakra.span>
              <span>{m.role}</span>
            </ListRow>
          ))}
        </Box>
        {governs && (
          <Box as="section" aria-label="Open invitations" pt="26px" pb="18px">
            <HStack justifyContent="space-between" px="3px">
              <chakra.h2 fontWeight="600">Open invitations</chakra.h2>
              <MainButton keys="i" onClick={() => setPanel("invite")}>Invite</MainButton>
            </HStack>
            <Box as="ul" listStyleType="none" m="8px 0 0" p="0" borderTop="1px solid" borderColor="rule">
              {invitations.data?.invitations.map((invitation) => (
                <Box as="li" key={invitation.id} display="grid" gridTemplateColumns="minmax(0, 1fr) auto" alignItems="center" gap="12px" px="12px" minHeight="36px" borderBottom="1px solid" borderColor="rule">
                  <span>{`As ${invitation.role}, made by ${nameOfMember(replica, invitation.madeBy) ?? "somebody"}, good until ${sayDate(invitation.expiresAt)}`}</span>
                  <QuietButton size="xs" onClick={() => void revoke(`invitations/${invitation.id}`, "The invitation is withdrawn.", invitationsKey(libraryId))}>withdraw</QuietButton>
                </Box>
              ))}
            </Box>
            {invitations.data?.invitations.length === 0 && <Box color="muted" px="12px" py="8px">Nobody is invited just now.</Box>}
            {invitations.error && <Box role="alert" color="loss" px="12px" py="8px">{sayError(invitations.error)}</Box>}
          </Box>
        )}
      </Box>
      <Box as="aside" aria-label="Keys for scripts" bg="panel" borderLeft="1px solid" borderColor="rule" p="18px 16px" overflowY="auto" minHeight="0">
        <HStack justifyContent="space-between">
          <chakra.h2 fontFamily="heading" fontSize="lg" fontWeight="600">Keys for scripts</chakra.h2>
          <MainButton keys="k" onClick={() => setPanel("key")}>New key</MainButton>
        </HStack>
        <Box fontSize="sm" color="muted" mt="6px" mb="12px">
          A script with a key does what you may do here, as far as the key allows. What can be asked for is described in <chakra.a href="/reference" textDecoration="underline">the reference</chakra.a>.
        </Box>
        <Box as="ul" listStyleType="none" m="0" p="0" aria-label="Keys in force">
          {keys.data?.keys.map((key) => (
            <Box as="li" key={key.id} borderTop="1px solid" borderColor="rule" py="8px">
              <HStack justifyContent="space-between" gap="10px">
                <chakra.span fontWeight="600" truncate title={key.name}>{key.name}</chakra.span>
                <QuietButton size="xs" aria-label={`Revoke ${key.name}`} onClick={() => void revoke(`keys/${key.id}`, `The key “${key.name}” is revoked.`, scriptKeysKey(libraryId))}>revoke</QuietButton>
              </HStack>
              <Box fontSize="sm" color="muted">
                {[key.userId === member.id ? null : (nameOfMember(replica, key.userId) ?? "somebody"), scopeWords[key.scope].label.toLowerCase(), `made ${sayDate(key.madeAt)}`, key.usedAt ? `used ${sayDate(key.usedAt)}` : "never used", `until ${sayDate(key.expiresAt)}`].filter(Boolean).join(" · ")}
              </Box>
            </Box>
          ))}
        </Box>
        {keys.data?.keys.length === 0 && <Box color="muted" borderTop="1px solid" borderColor="rule" pt="8px">No key is in force.</Box>}
        {keys.error && <Box role="alert" color="loss">{sayError(keys.error)}</Box>}
        {governs && <MaterialRoom />}
      </Box>
      {panel === "invite" && <InviteDialog onClose={close} />}
      {panel === "key" && <ScriptKeyDialog onClose={close} />}
      {panel === "role" && chosen && <RoleDialog membership={chosen} onClose={close} />}
      {panel === "remove" && chosen && (
        <ConfirmDialog title={`Remove ${chosen.name}`} action="Remove the member" command="remove-member" input={{ memberId: chosen.id, seen: chosen.version }} onClose={close}>
          What they made stays in the library. Their keys for scripts stop at once. It can be taken back.
        </ConfirmDialog>
      )}
      {panel === "leave" && (
        <ConfirmDialog title={`Leave “${library.name}”`} action="Leave the library" command="leave-library" input={{}} onClose={(done) => (done ? window.location.assign("/") : close())}>
          What you made stays in the library. Only its owners can let you in again.
        </ConfirmDialog>
      )}
    </Box>
  );
}
