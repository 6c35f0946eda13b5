"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { announceDesk } from "../data/desk-tabs";
import { found } from "@/core/api/operations/found";
import { readFounding } from "@/core/api/operations/read-founding";
import { api, ask } from "../data/api";
import { Form, useRequestForm } from "../parts/form";
import { sayError } from "../data/desk";
import { MainButton } from "../parts/buttons";
import { TextField } from "../parts/fields";
import { AccountFields } from "./account-fields";
import { IndexCard } from "../parts/index-card";

const first = { library: "", account: { name: "", email: "", password: "" } };

/** Where the first link of an empty installation leads: the first account, and the library that it owns. */
export function BeginPage({ token }: { token: string }) {
  const router = useRouter();
  const { data, error } = useQuery({
    queryKey: ["founding", token],
    queryFn: () => ask(readFounding, { token }),
    retry: false,
  });
  const form = useRequestForm({
    schema: found.body!,
    first,
    async send(request) {
      const { libraryId } = await ask(found, { token }, request);
      const { email, password } = request.account;
      await api("/api/auth/sign-in/email", { method: "POST", body: { email, password } });
      announceDesk();
      router.replace(`/${libraryId}/bench`);
      router.refresh();
    },
  });
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="10vh">
      <Box width="420px">
        <chakra.h1 textStyle="display" mb="20px">
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
            <Box px="16px" py="16px" role="alert">
              {sayError(error)}
            </Box>
          )}
          {!error && !data && (
            <Box px="16px" py="16px" color="cardMuted" role="status">
              Reading the link …
            </Box>
          )}
          {data !== undefined && (
            <Box px="16px" py="16px">
              <Form
                form={form}
                buttons={
                  <MainButton type="submit" keys="Enter" disabled={form.busy}>
                    {form.busy ? "Beginning …" : "Begin"}
                  </MainButton>
                }
              >
                <chakra.p mb="16px">
                  Nobody has an account here yet. You will be the owner of the first library, and can invite
                  the others.
                </chakra.p>
                <TextField
                  label="Library"
                  autoFocus
                  hint="What your team calls it."
                  {...form.field("library")}
                />
                <AccountFields field={form.field} />
              </Form>
            </Box>
          )}
        </IndexCard>
      </Box>
    </Box>
  );
}
