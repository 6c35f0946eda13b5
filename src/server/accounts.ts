import { auth } from "./auth";

export { shortestPassword } from "./auth";

/** Makes an account. The password is stored as the auth library stores it (scrypt). Returns its id. */
export async function addUser(name: string, email: string, password: string, by = auth()): Promise<string> {
  const context = await by.$context;
  const user = await context.internalAdapter.createUser({ name, email: email.toLowerCase(), emailVerified: true }, { method: "admin" });
  await context.internalAdapter.linkAccount({ userId: user.id, providerId: "credential", accountId: user.id, password: await context.password.hash(password) });
  return user.id;
}

/** True where there is an account with that address. */
export async function isKnownEmail(email: string): Promise<boolean> {
  return (await (await auth().$context).internalAdapter.findUserByEmail(email.toLowerCase())) !== null;
}
