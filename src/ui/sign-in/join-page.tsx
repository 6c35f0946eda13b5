"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import type { Role } from "@/core/library/roles";
import { announceDesk } from "../data/desk-tabs";
import type { Account } from "@/core/api/account";
import { acceptInvitation } from "@/core/api/operations/accept-invitation";
import { readInvitation } from "@/core/api/operations/read-invitation";
import { api, ask } from "../data/api";
import { Form, useRequestForm } from "../parts/form";
import { sayError } from "../data/desk";
import { MainButton, QuietButton } from "../parts/buttons";
import { AccountFields } from "./account-fields";
import { IndexCard } from "../parts/index-card";

const may: Record<Role, string> = {
  owner: "manage its members and everything else",
  curator: "tidy its folders, keep and change cards",
  editor: "work in its sessions and keep cards",
  viewer: "look, and mark favourites of your own",
};

const first = { account: { name: "", email: "", password: "" } };

/** Where the link of an invitation leads: join as who is signed in, or with a new account. */
export function JoinPage({ token, signedInAs }: { token: string; signedInAs: string | null }) {
  const router = useRouter();
  const { data: invitation, error } = useQuery({
    queryKey: ["invitation", token],
    queryFn: () => ask(readInvitation, { token }),
    retry: false,
  });
  const form = useRequestForm({
    schema: acceptInvitation.body!,
    first,
    // Who is signed in has an account.
    request: (values) => (signedInAs === null ? values : {}),
    async send(request: { account?: Account }) {
      const { libraryId } = await ask(acceptInvitation, { token }, request);
      if (request.account) {
        const { email, password } = request.account;
        await api("/api/auth/sign-in/email", { method: "POST", body: { email, password } });
      }
      announceDesk();
      router.replace(`/${libraryId}/bench`);
      router.refresh();
    },
  });
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="12vh">
      <Box width="420px">
        <chakra.h1 textStyle="display" mb="20px">
          Fichier
        </chakra.h1>
        {error && (
          <IndexCard
            label="Invitation"
            tab="Invitation"
            title={<chakra.h2 textStyle="cardTitle">This link does not work</chakra.h2>}
          >
            <Box px="16px" py="16px" role="alert">
              {sayError(error)}
            </Box>
          </IndexCard>
        )}
        {invitation && (
          <IndexCard
            label="Invitation"
            tab="Invitation"
            title={
              <chakra.h2
                textStyle="cardTitle"
                overflowWrap="anywhere"
              >{`Join “${invitation.libraryName}”`}</chakra.h2>
            }
          >
            <Box px="16px" py="16px">
              <Form
                form={form}
                buttons={
                  <>
                    <MainButton
                      type="submit"
                      keys="Enter"
                      disabled={form.busy}
                      autoFocus={signedInAs !== null}
                    >
                      {signedInAs === null ? "Make an account and join" : "Join"}
                    </MainButton>
                    <QuietButton
                      onClick={() => router.push(`/sign-in?next=${encodeURIComponent(`/join/${token}`)}`)}
                    >
                      {signedInAs === null ? "I have an account" : "Join as somebody else"}
                    </QuietButton>
                  </>
                }
              >
                <chakra.p mb="16px">{`${invitation.inviter} invites you as ${invitation.role}: you may ${may[invitation.role]}.`}</chakra.p>
                {signedInAs === null ? (
                  <AccountFields field={form.field} autoFocus />
                ) : (
                  <chakra.p mb="16px">{`You are signed in as ${signedInAs}.`}</chakra.p>
                )}
              </Form>
            </Box>
          </IndexCard>
        )}
        {!error && !invitation && (
          <Box color="muted" role="status">
            Reading the invitation …
          </Box>
        )}
      </Box>
    </Box>
  );
}
