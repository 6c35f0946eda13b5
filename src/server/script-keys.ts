import { v7 as newId } from "uuid";
import { may, type KeyScope } from "@/core/library/roles";
import { database } from "@/db/connection";
import type { ScriptKey } from "@/core/api/operations/script-keys";
import { insertScriptKey, listScriptKeys, revokeScriptKey, type ScriptKeyRow } from "@/db/script-keys";
import { isId } from "./ids";
import { type Member } from "./member";
import { notFound } from "./refusal";
import { makeToken } from "./tokens";

const publicKey = ({ madeAt, expiresAt, usedAt, ...key }: ScriptKeyRow): ScriptKey => ({
  ...key,
  madeAt: madeAt.toISOString(),
  expiresAt: expiresAt.toISOString(),
  usedAt: usedAt?.toISOString() ?? null,
});

/** The member's own keys in force; those who manage the library see everybody's. */
export async function scriptKeys(member: Member) {
  const keys = await listScriptKeys(
    database(),
    member.libraryId,
    may(member.role, "govern") ? null : member.userId,
  );
  return { keys: keys.map(publicKey) };
}

/** Makes a key for scripts. The answer holds its token, which is never shown again. */
export async function makeScriptKey(
  member: Member,
  { name, scope, days }: { name: string; scope: KeyScope; days: number },
) {
  const { token, hash } = makeToken("fichier_key");
  const key = await insertScriptKey(database(), {
    id: newId(),
    libraryId: member.libraryId,
    userId: member.userId,
    name,
    scope,
    tokenHash: hash,
    expiresAt: new Date(Date.now() + days * 24 * 3600_000),
  });
  return { key: publicKey(key), token };
}

/** Revokes a key at once: one's own, or anybody's for those who manage the library. */
export async function revokeKey(member: Member, id: string) {
  const done =
    isId(id) &&
    (await revokeScriptKey(
      database(),
      member.libraryId,
      may(member.role, "govern") ? null : member.userId,
      id,
    ));
  if (!done) throw notFound("key");
  return { revoked: id };
}
