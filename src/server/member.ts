import type { MemberSettings } from "@/core/library/media";
import { may, scopeAllows, type KeyScope, type Right, type Role } from "@/core/library/roles";
import { database, type Executor } from "@/db/connection";
import { holdRole } from "@/db/members";
import { readMember } from "@/db/replica";
import { useScriptKey } from "@/db/script-keys";
import { auth } from "./auth";
import { isId } from "./ids";
import { Refusal } from "./refusal";
import { hashToken } from "./tokens";

/** Who asks, in which library, and what for. */
export interface Member {
  readonly libraryId: string;
  readonly libraryName: string;
  readonly userId: string;
  readonly name: string;
  readonly role: Role;
  readonly settings: MemberSettings;
  /** What the key allows with which a script asks in the member's name; null where the member asks. */
  readonly scope: KeyScope | null;
}

export interface Asker {
  readonly id: string;
  readonly name: string;
  /** The key that asks for them. */
  readonly key: { readonly libraryId: string; readonly scope: KeyScope } | null;
}

const outage = () =>
  new Refusal(503, "no-database", "It cannot be told just now who you are.", {
    hint: "Nothing was changed. Try again in a moment.",
  });

/** Whoever a script's key stands for. Throws a 401 refusal for one that is unknown, revoked, or whose member has left. */
async function requireKey(token: string): Promise<Asker> {
  const found = await useScriptKey(database(), hashToken(token));
  if (!found)
    throw new Refusal(401, "no-key", "This key is not in force.", {
      hint: "Make a new one in Fichier, under Team.",
    });
  const { userId, name, libraryId, scope } = found;
  return { id: userId, name, key: { libraryId, scope } };
}

/** In whose name a page asks: one that was opened before another member took over the desk must not act as them. */
const askerHeader = "x-fichier-member";

/** The signed-in user, or the one whose key a script shows. Throws a 401 refusal for strangers. */
export async function requireUser(headers: Headers): Promise<Asker> {
  const bearer = /^Bearer (\S+)$/i.exec(headers.get("authorization") ?? "");
  if (bearer) return requireKey(bearer[1]);
  const session = await auth()
    .api.getSession({ headers })
    .catch(() => {
      // The auth library hides why it failed; nobody is turned away for that, they are asked to try again.
      throw outage();
    });
  if (!session)
    throw new Refusal(401, "not-signed-in", "You are not signed in.", {
      hint: "Sign in and repeat what you did.",
    });
  return { id: session.user.id, name: session.user.name, key: null };
}

/** The asking member of a library. Strangers get 401; for members of other libraries this one does not exist (404). */
export async function requireMember(headers: Headers, libraryId: string): Promise<Member> {
  const { id, key } = await requireUser(headers);
  const meant = headers.get(askerHeader);
  if (meant !== null && meant !== id)
    throw new Refusal(409, "another-member", "Somebody else has taken over this desk.", {
      hint: "Reload this page to go on as them.",
    });
  const found =
    isId(libraryId) && (!key || key.libraryId === libraryId)
      ? await readMember(database(), libraryId, id)
      : null;
  if (!found) throw noLibrary();
  return { ...found, scope: key?.scope ?? null };
}

const noLibrary = () =>
  new Refusal(404, "no-library", "There is no such library for you.", {
    hint: "Ask its owner to invite you.",
  });

/** Refuses a key: some things are for people alone. */
export function requirePerson({ scope }: Pick<Member, "scope">): void {
  if (scope !== null)
    throw new Refusal(403, "not-for-keys", "A key cannot do this.", { hint: "Sign in to Fichier to do it." });
}

const rightWords: Record<Right, string> = {
  read: "look into this library",
  own: "keep your own favourites and keys here",
  bench: "work on this library's sessions",
  keep: "change cards of this library",
  curate: "change folders of this library",
  govern: "manage the members of this library",
};

export const describeRight = (right: Right): string => rightWords[right];

export function requireRight(member: Member, right: Right): void {
  if (member.scope !== null && !scopeAllows(member.scope, right))
    throw new Refusal(403, "no-right", `This key may not ${rightWords[right]}.`, {
      hint: "Make a key that may, in Fichier, under Team.",
    });
  if (!may(member.role, right))
    throw new Refusal(403, "no-right", `As ${member.role} you may not ${rightWords[right]}.`, {
      hint: "Ask an owner of the library for another role.",
    });
}

/**
 * The member with the role that they have now, and keep until the transaction ends. Between a request's coming in and
 * its turn somebody may have taken the right from them, or shown them out: refused then. Pre: the stream is locked.
 */
export async function requireRightNow(tx: Executor, member: Member, right: Right): Promise<Member> {
  const role = await holdRole(tx, member.libraryId, member.userId);
  if (!role) throw noLibrary();
  const now = { ...member, role };
  requireRight(now, right);
  return now;
}
