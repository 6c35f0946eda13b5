"use client";

import { revokeScriptKey } from "@/core/api/operations/revoke-script-key";
import { withdrawInvitation } from "@/core/api/operations/withdraw-invitation";
import { ask } from "../data/api";
import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef } from "react";
import type { Membership } from "@/core/library/entities";
import { may, roles } from "@/core/library/roles";
import { count } from "@/core/library/words";
import { sayError, useDesk, useData } from "../data/desk";
import { nameOfMember } from "../data/library-data";
import { MaterialRoom } from "./material-room";
import { ActionButton } from "../actions/action-button";
import { teamPlace } from "../actions/team";
import { useActions } from "../actions/use-actions";
import { QuietButton } from "../parts/buttons";
import { useListKeys } from "../parts/use-list-keys";
import { Columns } from "../parts/columns";
import { settleFocus } from "../parts/settle-focus";
import { useSelection } from "../parts/use-selection";
import { ListRow } from "./list-row";
import { invitationsKey, scopeWords, scriptKeysKey, useInvitations, useScriptKeys } from "./team-data";

const date = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" });
const sayDate = (at: string) => date.format(new Date(at));
const byRole = (a: Membership, b: Membership) =>
  roles.indexOf(a.role) - roles.indexOf(b.role) || a.name.localeCompare(b.name);

/** Members and their roles, invitations, and keys for scripts. */
export function TeamScreen() {
  const { libraryId, tell, takeBack } = useDesk();
  const data = useData();
  const { replica, member, library } = data;
  const client = useQueryClient();
  const list = useRef<HTMLDivElement>(null);
  const governs = may(member.role, "govern");
  const members = useMemo(
    () => [...replica.member.values()].filter((m) => !m.removed).sort(byRole),
    [replica.member],
  );
  const order = useMemo(() => members.map((m) => m.id), [members]);
  const selection = useSelection(order);
  const chosen = members.find((m) => m.id === selection.lead);
  const invitations = useInvitations(libraryId, governs);
  const keys = useScriptKeys(libraryId);

  useEffect(() => settleFocus(list.current), []);
  const opened = useActions(teamPlace, {
    role: member.role,
    selfId: member.id,
    libraryName: library.name,
    chosen,
    takeBack,
  });
  const onKey = useListKeys(order, selection, { many: false });
  const revoke = async (revoking: Promise<unknown>, said: string, key: readonly unknown[]) => {
    try {
      await revoking;
      tell({ kind: "done", text: said });
    } catch (error) {
      tell({ kind: "problem", text: sayError(error) });
    }
    void client.invalidateQueries({ queryKey: key });
  };

  return (
    <>
      <Columns
        place="team"
        columns={[
          {
            id: "members",
            least: 420,
            content: (
              <Box
                as="section"
                aria-label="The team"
                display="flex"
                flexDirection="column"
                minHeight="0"
                pt="16px"
                px="16px"
                overflowY="auto"
              >
                <HStack gap="10px" alignItems="baseline" pb="12px" px="4px">
                  <chakra.h1
                    textStyle="screenTitle"
                    truncate
                    title={library.name}
                  >{`The team of ${library.name}`}</chakra.h1>
                  <chakra.span color="muted" whiteSpace="nowrap">
                    {count(members.length, "member")}
                  </chakra.span>
                </HStack>
                <Box
                  ref={list}
                  role="listbox"
                  aria-label="Members"
                  tabIndex={0}
                  onKeyDown={onKey}
                  aria-activedescendant={selection.lead ? `member-${selection.lead}` : undefined}
                  borderTop="2px solid"
                  borderColor="cardHead"
                  _focusVisible={{ outlineOffset: "1px" }}
                >
                  {members.map((m) => (
                    <ListRow
                      key={m.id}
                      id={`member-${m.id}`}
                      selected={m.id === selection.lead}
                      onPress={() => selection.only(m.id)}
                      columns="minmax(0, 1fr) 100px"
                    >
                      <chakra.span truncate textStyle="rowTitle" title={m.name}>
                        {m.name}
                        {m.userId === member.id && (
                          <chakra.span color="muted" fontFamily="body" fontWeight="400">
                            {" · you"}
                          </chakra.span>
                        )}
                      </chakra.span>
                      <span>{m.role}</span>
                    </ListRow>
                  ))}
                </Box>
                {governs && (
                  <Box as="section" aria-label="Open invitations" pt="24px" pb="16px">
                    <HStack justifyContent="space-between" px="4px">
                      <chakra.h2 fontWeight="600">Open invitations</chakra.h2>
                      <ActionButton action="team.invite" main />
                    </HStack>
                    <Box
                      as="ul"
                      listStyleType="none"
                      m="8px 0 0"
                      p="0"
                      borderTop="1px solid"
                      borderColor="rule"
                    >
                      {invitations.data?.invitations.map((invitation) => (
                        <Box
                          as="li"
                          key={invitation.id}
                          display="grid"
                          gridTemplateColumns="minmax(0, 1fr) auto"
                          alignItems="center"
                          gap="12px"
                          px="12px"
                          minHeight="36px"
                          borderBottom="1px solid"
                          borderColor="rule"
                        >
                          <span>{`As ${invitation.role}, made by ${nameOfMember(replica, invitation.madeBy) ?? "somebody"}, good until ${sayDate(invitation.expiresAt)}`}</span>
                          <QuietButton
                            size="xs"
                            onClick={() =>
                              void revoke(
                                ask(withdrawInvitation, { libraryId, invitationId: invitation.id }),
                                "The invitation is withdrawn.",
                                invitationsKey(libraryId),
                              )
                            }
                          >
                            withdraw
                          </QuietButton>
                        </Box>
                      ))}
                    </Box>
                    {invitations.data?.invitations.length === 0 && (
                      <Box color="muted" px="12px" py="8px">
                        Nobody is invited just now.
                      </Box>
                    )}
                    {invitations.error && (
                      <Box role="alert" color="loss" px="12px" py="8px">
                        {sayError(invitations.error)}
                      </Box>
                    )}
                  </Box>
                )}
              </Box>
            ),
          },
          {
            id: "keys",
            width: 440,
            least: 300,
            content: (
              <Box
                as="aside"
                aria-label="Keys for scripts"
                bg="panel"
                p="16px 16px"
                overflowY="auto"
                minHeight="0"
              >
                <HStack justifyContent="space-between">
                  <chakra.h2 textStyle="cardTitle">Keys for scripts</chakra.h2>
                  <ActionButton action="team.new-key" main />
                </HStack>
                <Box fontSize="sm" color="muted" mt="6px" mb="12px">
                  A script with a key does what you may do here, as far as the key allows. What can be asked
                  for is described in{" "}
                  <chakra.a href="/reference" textDecoration="underline">
                    the reference
                  </chakra.a>
                  .
                </Box>
                <Box as="ul" listStyleType="none" m="0" p="0" aria-label="Keys in force">
                  {keys.data?.keys.map((key) => (
                    <Box as="li" key={key.id} borderTop="1px solid" borderColor="rule" py="8px">
                      <HStack justifyContent="space-between" gap="10px">
                        <chakra.span fontWeight="600" truncate title={key.name}>
                          {key.name}
                        </chakra.span>
                        <QuietButton
                          size="xs"
                          aria-label={`Revoke ${key.name}`}
                          onClick={() =>
                            void revoke(
                              ask(revokeScriptKey, { libraryId, keyId: key.id }),
                              `The key “${key.name}” is revoked.`,
                              scriptKeysKey(libraryId),
                            )
                          }
                        >
                          revoke
                        </QuietButton>
                      </HStack>
                      <Box fontSize="sm" color="muted">
                        {[
                          key.userId === member.id ? null : (nameOfMember(replica, key.userId) ?? "somebody"),
                          scopeWords[key.scope].label.toLowerCase(),
                          `made ${sayDate(key.madeAt)}`,
                          key.usedAt ? `used ${sayDate(key.usedAt)}` : "never used",
                          `until ${sayDate(key.expiresAt)}`,
                        ]
                          .filter(Boolean)
                          .join(" · ")}
                      </Box>
                    </Box>
                  ))}
                </Box>
                {keys.data?.keys.length === 0 && (
                  <Box color="muted" borderTop="1px solid" borderColor="rule" pt="8px">
                    No key is in force.
                  </Box>
                )}
                {keys.error && (
                  <Box role="alert" color="loss">
                    {sayError(keys.error)}
                  </Box>
                )}
                {governs && <MaterialRoom />}
              </Box>
            ),
          },
        ]}
      />
      {opened}
    </>
  );
}
