import Joi from "joi";
import { v7 as newId } from "uuid";
import { keyScopes, may, type KeyScope } from "@/core/library/roles";
import { database } from "@/db/connection";
import { insertScriptKey, listScriptKeys, revokeScriptKey } from "@/db/script-keys";
import { validate } from "./validate";
import { name as nameField, storedName } from "./fields";
import { isId } from "./ids";
import { requirePerson, type Member } from "./member";
import { notFound } from "./refusal";
import { makeToken } from "./tokens";

/** How long a key may be in force, in days. */
const keyDays = [7, 90, 365] as const;

export const scriptKeyInput = Joi.object({
  name: nameField.required(),
  scope: Joi.string()
    .valid(...Object.keys(keyScopes))
    .required(),
  days: Joi.number()
    .valid(...keyDays)
    .default(keyDays[1]),
});

/** The member's own keys in force; those who manage the library see everybody's. */
export async function scriptKeys(member: Member) {
  requirePerson(member);
  return {
    keys: await listScriptKeys(
      database(),
      member.libraryId,
      may(member.role, "govern") ? null : member.userId,
    ),
  };
}

/** Makes a key for scripts. The answer holds its token, which is never shown again. */
export async function makeScriptKey(member: Member, request: unknown) {
  requirePerson(member);
  const { name, scope, days } = validate<{ name: string; scope: KeyScope; days: number }>(
    scriptKeyInput,
    request,
  );
  const { token, hash } = makeToken("fichier_key");
  const key = await insertScriptKey(database(), {
    id: newId(),
    libraryId: member.libraryId,
    userId: member.userId,
    name: storedName(name, "key"),
    scope,
    tokenHash: hash,
    expiresAt: new Date(Date.now() + days * 24 * 3600_000),
  });
  return { key, token };
}

/** Revokes a key at once: one's own, or anybody's for those who manage the library. */
export async function revokeKey(member: Member, id: string) {
  requirePerson(member);
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
