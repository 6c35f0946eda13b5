import type { ComponentProps } from "react";
import { TextField } from "../parts/fields";

type Name = `account.${"name" | "email" | "password"}`;

/** What a new account is made of. */
export function AccountFields({
  field,
  autoFocus = false,
}: {
  readonly field: (name: Name) => Omit<ComponentProps<typeof TextField>, "label">;
  readonly autoFocus?: boolean;
}) {
  return (
    <>
      <TextField
        label="Your name"
        hint="As the others will see you."
        autoFocus={autoFocus}
        {...field("account.name")}
      />
      <TextField
        label="E-mail"
        type="email"
        autoComplete="username"
        hint="To sign in with; nothing is sent to it."
        {...field("account.email")}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="new-password"
        hint="At least 10 characters."
        {...field("account.password")}
      />
    </>
  );
}
