import { endOtherSignIns } from "@/db/accounts";
import { database } from "@/db/connection";
import { tryProving } from "./attempts";
import { auth } from "./auth";
import type { Account } from "@/core/api/account";
import { requireStrong } from "./passwords";
import { Refusal } from "./refusal";

/** Makes an account. The password is stored as the auth library stores it (scrypt). Returns its id. */
export async function addUser(name: string, email: string, password: string, by = auth()): Promise<string> {
  const context = await by.$context;
  const user = await context.internalAdapter.createUser(
    { name, email: email.toLowerCase(), emailVerified: true },
    { method: "admin" },
  );
  await context.internalAdapter.linkAccount({
    userId: user.id,
    providerId: "credential",
    accountId: user.id,
    password: await context.password.hash(password),
  });
  return user.id;
}

/** Refuses an account that cannot be made: a weak password, or an address that has one. */
export async function requireNewAccount({ name, email, password }: Account, field: string): Promise<void> {
  requireStrong(password, [name, email], `${field}.password`);
  if (await isKnownEmail(email))
    throw new Refusal(409, "known-email", "There is an account with this e-mail address.", {
      field: `${field}.email`,
      hint: "Sign in with it, then open the link again.",
    });
}

/** True where there is an account with that address. */
async function isKnownEmail(email: string): Promise<boolean> {
  return (await (await auth().$context).internalAdapter.findUserByEmail(email.toLowerCase())) !== null;
}

/** Changes the password of who is signed in, who has to know the present one; all their other sign-ins end. */
export async function changePassword(headers: Headers, { current, next }: { current: string; next: string }) {
  const signedIn = await auth().api.getSession({ headers });
  if (!signedIn)
    throw new Refusal(401, "not-signed-in", "You are not signed in.", {
      hint: "Sign in and repeat what you did.",
    });
  const { user, session } = signedIn;
  const context = await auth().$context;
  const stored = (await context.internalAdapter.findAccounts(user.id)).find(
    (account) => account.providerId === "credential",
  )?.password;
  await tryProving(user.id, async () => {
    if (!stored || !(await context.password.verify({ hash: stored, password: current })))
      throw new Refusal(403, "wrong-password", "This is not your present password.", { field: "current" });
  });
  requireStrong(next, [user.name, user.email], "next");
  if (next === current)
    throw new Refusal(400, "same-password", "This is your present password.", { field: "next" });
  await context.internalAdapter.updatePassword(user.id, await context.password.hash(next));
  await endOtherSignIns(database(), user.id, session.token);
  return { changed: true } as const;
}
