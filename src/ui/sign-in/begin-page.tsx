"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { announceDesk } from "../data/accounts";
import { api, ApiError } from "../data/api";
import { sayError } from "../data/desk";
import { MainButton } from "../parts/buttons";
import { TextField } from "../parts/fields";
import { IndexCard } from "../parts/index-card";

/** Where the first link of an empty installation leads: the first account, and the library that it owns. */
export function BeginPage({ token }: { token: string }) {
  const router = useRouter();
  const { data, error } = useQuery({
    queryKey: ["founding", token],
    queryFn: () => api(`/api/founding/${token}`),
    retry: false,
  });
  const [problem, setProblem] = useState<{ field: string; text: string }>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const [library, name, email, password] = ["library", "name", "email", "password"].map((field) =>
      String(form.get(field) ?? ""),
    );
    setBusy(true);
    setProblem(undefined);
    try {
      const { libraryId } = await api<{ libraryId: string }>(`/api/founding/${token}`, {
        method: "POST",
        body: { library, account: { name, email, password } },
      });
      await api("/api/auth/sign-in/email", { method: "POST", body: { email, password } });
      announceDesk();
      router.replace(`/${libraryId}/bench`);
      router.refresh();
    } catch (failure) {
      setProblem({
        field: failure instanceof ApiError ? String(failure.details.field ?? "") : "",
        text: sayError(failure),
      });
      setBusy(false);
    }
  };
  const at = (field: string) => (problem?.field === field ? problem.text : undefined);
  const known = ["library", "account.name", "account.email", "account.password"];
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="10vh">
      <Box width="420px">
        <chakra.h1 fontFamily="heading" fontSize="3xl" fontWeight="700" mb="20px">
          Fichier
        </chakra.h1>
        <IndexCard
          label="Begin"
          tab="The first card"
          title={
            <chakra.h2 textStyle="cardTitle">
              {error ? "This link does not work" : "Begin a library"}
            </chakra.h2>
          }
        >
          {error && (
            <Box px="16px" py="14px" role="alert">
              {sayError(error)}
            </Box>
          )}
          {!error && !data && (
            <Box px="16px" py="14px" color="cardMuted" role="status">
              Reading the link …
            </Box>
          )}
          {data !== undefined && (
            <chakra.form onSubmit={submit} px="16px" py="14px">
              <chakra.p mb="14px">
                Nobody has an account here yet. You will be the owner of the first library, and can invite the
                others.
              </chakra.p>
              <TextField
                label="Library"
                name="library"
                required
                autoFocus
                hint="What your team calls it."
                problem={at("library")}
              />
              <TextField
                label="Your name"
                name="name"
                required
                hint="As the others will see you."
                problem={at("account.name")}
              />
              <TextField
                label="E-mail"
                name="email"
                type="email"
                autoComplete="username"
                required
                hint="To sign in with; nothing is sent to it."
                problem={at("account.email")}
              />
              <TextField
                label="Password"
                name="password"
                type="password"
                autoComplete="new-password"
                required
                minLength={10}
                hint="At least 10 characters."
                problem={at("account.password")}
              />
              {problem && !known.includes(problem.field) && (
                <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem.text}`}</Box>
              )}
              <MainButton type="submit" keys="Enter" disabled={busy}>
                {busy ? "Beginning …" : "Begin"}
              </MainButton>
            </chakra.form>
          )}
        </IndexCard>
      </Box>
    </Box>
  );
}
