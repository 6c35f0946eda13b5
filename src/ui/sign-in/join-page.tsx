"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import type { Role } from "@/core/library/roles";
import { announceDesk } from "../data/accounts";
import { api } from "../data/api";
import { sayError } from "../data/desk";
import { MainButton, QuietButton } from "../parts/buttons";
import { TextField } from "../parts/fields";
import { IndexCard } from "../parts/index-card";

interface Invitation {
  readonly libraryId: string;
  readonly libraryName: string;
  readonly role: Role;
  readonly inviter: string;
}

const may: Record<Role, string> = {
  owner: "manage its members and everything else",
  curator: "tidy its folders, keep and change cards",
  editor: "work in its sessions and keep cards",
  viewer: "look, and mark favourites of your own",
};

/** Where the link of an invitation leads: join as who is signed in, or with a new account. */
export function JoinPage({ token, signedInAs }: { token: string; signedInAs: string | null }) {
  const router = useRouter();
  const { data: invitation, error } = useQuery({
    queryKey: ["invitation", token],
    queryFn: () => api<Invitation>(`/api/invitations/${token}`),
    retry: false,
  });
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const [name, email, password] = ["name", "email", "password"].map((field) =>
      String(form.get(field) ?? ""),
    );
    setBusy(true);
    setProblem(undefined);
    try {
      await api(`/api/invitations/${token}/accept`, {
        method: "POST",
        body: signedInAs === null ? { account: { name, email, password } } : {},
      });
      if (signedInAs === null)
        await api("/api/auth/sign-in/email", { method: "POST", body: { email, password } });
      announceDesk();
      router.replace(`/${invitation!.libraryId}/bench`);
      router.refresh();
    } catch (failure) {
      setProblem(sayError(failure));
      setBusy(false);
    }
  };
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="12vh">
      <Box width="420px">
        <chakra.h1 fontFamily="heading" fontSize="3xl" fontWeight="700" mb="20px">
          Fichier
        </chakra.h1>
        {error && (
          <IndexCard
            label="Invitation"
            tab="Invitation"
            title={<chakra.h2 textStyle="cardTitle">This link does not work</chakra.h2>}
          >
            <Box px="16px" py="14px" role="alert">
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
            <chakra.form onSubmit={submit} px="16px" py="14px">
              <chakra.p mb="14px">{`${invitation.inviter} invites you as ${invitation.role}: you may ${may[invitation.role]}.`}</chakra.p>
              {signedInAs === null ? (
                <>
                  <TextField label="Name" name="name" required autoFocus hint="As the others will see you." />
                  <TextField label="E-mail" name="email" type="email" autoComplete="username" required />
                  <TextField
                    label="Password"
                    name="password"
                    type="password"
                    autoComplete="new-password"
                    required
                    minLength={10}
                    hint="At least 10 characters."
                  />
                </>
              ) : (
                <chakra.p mb="14px">{`You are signed in as ${signedInAs}.`}</chakra.p>
              )}
              {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
              <MainButton type="submit" keys="Enter" disabled={busy} autoFocus={signedInAs !== null}>
                {signedInAs === null ? "Make an account and join" : "Join"}
              </MainButton>
              <QuietButton
                onClick={() => router.push(`/sign-in?next=${encodeURIComponent(`/join/${token}`)}`)}
              >
                {signedInAs === null ? "I have an account" : "Join as somebody else"}
              </QuietButton>
            </chakra.form>
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
