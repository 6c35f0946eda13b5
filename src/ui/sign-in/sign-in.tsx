"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { announceDesk } from "../data/desk-tabs";
import { api, ApiError } from "../data/api";
import { MainButton } from "../parts/buttons";
import { TextField } from "../parts/fields";
import { Form, useRequestForm } from "../parts/form";
import type { SchemaSource } from "../parts/schema-source";
import { IndexCard } from "../parts/index-card";

/** What is said of a refusal, at the password. */
function refusal(error: unknown): ApiError {
  const { status, details, message } =
    error instanceof ApiError ? error : new ApiError(400, "", "Signing in did not work. Try again.", {});
  const words =
    status === 401
      ? "E-mail and password do not belong together. Check both."
      : error instanceof ApiError && error.passing
        ? "Fichier's server cannot be reached just now. Try again."
        : message;
  return new ApiError(status, "sign-in", words, { ...details, field: "password" });
}

const first = { email: "", password: "" };
const schema: SchemaSource = ({ Joi }) =>
  Joi.object({
    email: Joi.string().messages({ "string.empty": "Say who you are" }),
    password: Joi.string().messages({ "string.empty": "The password is missing" }),
  });

/** The sign-in page: one card on the table. */
export function SignIn({ next }: { next: string }) {
  const router = useRouter();
  const form = useRequestForm({
    schema,
    first,
    async send({ email, password }) {
      try {
        await api("/api/auth/sign-in/email", { method: "POST", body: { email, password } });
      } catch (error) {
        throw refusal(error);
      }
      announceDesk();
      router.replace(next);
      router.refresh();
    },
  });
  return (
    <Box as="main" minHeight="100vh" bg="canvas" display="flex" justifyContent="center" pt="14vh">
      <Box width="400px">
        <chakra.h1 textStyle="display" mb="2px">
          Fichier
        </chakra.h1>
        <chakra.p color="muted" mb="24px">
          The team’s effect presets and chains, one keystroke away.
        </chakra.p>
        <IndexCard
          label="Sign in"
          tab="Who is at the desk?"
          title={<chakra.h2 textStyle="cardTitle">Sign in</chakra.h2>}
        >
          <Box px="16px" py="16px">
            <Form
              form={form}
              buttons={
                <MainButton type="submit" keys="Enter" disabled={form.busy}>
                  {form.busy ? "Signing in …" : "Sign in"}
                </MainButton>
              }
            >
              <TextField
                label="E-mail"
                type="email"
                autoComplete="username"
                autoFocus
                {...form.field("email")}
              />
              <TextField
                label="Password"
                type="password"
                autoComplete="current-password"
                {...form.field("password")}
              />
            </Form>
          </Box>
        </IndexCard>
        <chakra.p color="muted" fontSize="xs" mt="16px">
          No account? An owner of your library can make one for you.
        </chakra.p>
      </Box>
    </Box>
  );
}
