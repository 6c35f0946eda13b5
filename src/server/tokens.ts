import { createHash, randomBytes } from "node:crypto";

/*
 * Tokens are 32 random bytes: nobody guesses them, so a plain hash is enough to keep what the database holds of them
 * useless to whoever reads it.
 */
export const hashToken = (token: string): string => createHash("sha256").update(token).digest("hex");

/** A new token, to be shown once, and what is kept of it. The prefix says what it is to whoever finds it lying about. */
export function makeToken(prefix: string): { token: string; hash: string } {
  const token = `${prefix}_${randomBytes(32).toString("base64url")}`;
  return { token, hash: hashToken(token) };
}
