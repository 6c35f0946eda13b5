import { and, count, eq, ne, notExists } from "drizzle-orm";
import type { Executor } from "./connection";
import { founding, library, member, signIn, user } from "./schema";

/** Ends all sign-ins of a user but the one with that token. */
export async function endOtherSignIns(db: Executor, userId: string, token: string): Promise<void> {
  await db.delete(signIn).where(and(eq(signIn.userId, userId), ne(signIn.token, token)));
}

/** How many libraries there are. */
export async function countLibraries(db: Executor): Promise<number> {
  return (await db.select({ libraries: count() }).from(library))[0].libraries;
}

/** Removes the account of an address that is, and never was, a member of any library. */
export async function removeStranded(db: Executor, email: string): Promise<void> {
  await db
    .delete(user)
    .where(
      and(
        eq(user.email, email.trim().toLowerCase()),
        notExists(db.select({ id: member.id }).from(member).where(eq(member.userId, user.id))),
      ),
    );
}

/** Makes this the only link by which an empty database is begun. */
export async function replaceFounding(db: Executor, tokenHash: string, expiresAt: Date): Promise<void> {
  await db.delete(founding);
  await db.insert(founding).values({ tokenHash, expiresAt });
}

/** Takes the link with that hash up, once; false where it is not in force. */
export async function takeFounding(db: Executor, tokenHash: string): Promise<boolean> {
  const [found] = await db.delete(founding).where(eq(founding.tokenHash, tokenHash)).returning();
  return found !== undefined && found.expiresAt > new Date();
}

/** True where the link with that hash is in force. */
export async function hasFounding(db: Executor, tokenHash: string): Promise<boolean> {
  const [found] = await db.select().from(founding).where(eq(founding.tokenHash, tokenHash));
  return found !== undefined && found.expiresAt > new Date();
}
