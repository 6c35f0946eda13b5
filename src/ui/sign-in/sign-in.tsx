"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { announceDesk } from "../data/accounts";
import { api, ApiError } from "../data/api";
import { sayError } from "../data/desk";
import { MainButton } from "../parts/buttons";
import { TextField } from "../parts/fields";
import { IndexCard } from "../parts/index-card";

const words = (error: unknown): string => {
  if (!(error instanceof ApiError)) return "Signing in did not work. Try again.";
  if (error.status === 429) return sayError(error);
  if (error.status === 401) return "E-mail and password do not belong together. Check both.";
  return error.passing ? "Fichier's server cannot be reached just now. Try again." : error.message;
};

/** The sign-in page: one card on the table. */
export function SignIn({ next }: { next: string }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setProblem(undefined);
    try {
      await api("/api/auth/sign-in/email", {
        method: "POST",
        body: { email: form.get("email"), password: form.get("password") },
      });
      announceDesk();
      router.replace(next);
      router.refresh();
    } catch (error) {
      setProblem(words(error));
      setBusy(false);
    }
  };
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="14vh">
      <Box width="400px">
        <chakra.h1 fontFamily="heading" fontSize="3xl" fontWeight="700" mb="2px">
          Fichier
        </chakra.h1>
        <chakra.p color="muted" mb="28px">
          The team’s effect presets and chains, one keystroke away.
        </chakra.p>
        <IndexCard
          label="Sign in"
          tab="Who is at the desk?"
          title={<chakra.h2 textStyle="cardTitle">Sign in</chakra.h2>}
        >
          <chakra.form onSubmit={submit} px="16px" py="14px">
            <TextField label="E-mail" name="email" type="email" autoComplete="username" required autoFocus />
            <TextField
              label="Password"
              name="password"
              type="password"
              autoComplete="current-password"
              required
              problem={problem}
            />
            <MainButton type="submit" keys="Enter" disabled={busy}>
              {busy ? "Signing in …" : "Sign in"}
            </MainButton>
          </chakra.form>
        </IndexCard>
        <chakra.p color="muted" fontSize="xs" mt="18px">
          No account? An owner of your library can make one for you.
        </chakra.p>
      </Box>
    </Box>
  );
}
