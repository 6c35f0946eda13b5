import { readContents } from "@/db/cards";
import { database } from "@/db/connection";
import type { Member } from "../member";

/** Contents by their fingerprints, as they are stored; those that the library does not have are left out. */
export async function cardContents(
  { libraryId, userId }: Member,
  { of }: { readonly of: string },
): Promise<Response> {
  const found = await readContents(database(), libraryId, userId, [...new Set(of.split(","))]);
  const chains = Array.from(found, ([fingerprint, text]) => `${JSON.stringify(fingerprint)}:${text}`);
  return new Response(`{"chains":{${chains.join()}}}`, {
    headers: { "content-type": "application/json; charset=utf-8", "cache-control": "no-store" },
  });
}
