import type { MemberSettings } from "@/core/library/media";
import { may, type Right, type Role } from "@/core/library/roles";
import { database } from "@/db/connection";
import { readMember } from "@/db/replica";
import { auth } from "./auth";
import { isId } from "./ids";
import { Refusal } from "./refusal";

/** Who asks, in which library, and what for. */
export interface Member {
  readonly libraryId: string;
  readonly libraryName: string;
  readonly userId: string;
  readonly name: string;
  readonly role: Role;
  readonly settings: MemberSettings;
}

/** The signed-in user. Throws a 401 refusal for strangers. */
export async function requireUser(headers: Headers): Promise<{ id: string; name: string }> {
  const session = await auth()
    .api.getSession({ headers })
    .catch(() => {
      // The auth library hides why it failed; nobody is turned away for that, they are asked to try again.
      throw new Refusal(503, "no-database", "It cannot be told just now who you are.", { hint: "Nothing was changed. It is tried again by itself." });
    });
  if (!session) throw new Refusal(401, "not-signed-in", "You are not signed in.", { hint: "Sign in and repeat what you did." });
  return { id: session.user.id, name: session.user.name };
}

/** The asking member of a library. Strangers get 401; for members of other libraries this one does not exist (404). */
export async function requireMember(headers: Headers, libraryId: string): Promise<Member> {
  const { id } = await requireUser(headers);
  const found = isId(libraryId) ? await readMember(database(), libraryId, id) : null;
  if (!found) throw new Refusal(404, "no-library", "There is no such library for you.", { hint: "Ask its owner to invite you." });
  return found;
}

const rightWords: Record<Right, string> = {
  read: "look into this library",
  own: "keep your own favourites and keys here",
  bench: "work on this library's sessions",
  keep: "change cards of this library",
  curate: "change folders of this library",
  govern: "manage the members of this library",
};

export function requireRight(member: Member, right: Right): void {
  if (!may(member.role, right))
    throw new Refusal(403, "no-right", `As ${member.role} you may not ${rightWords[right]}.`, { hint: "Ask an owner of the library for another role." });
}
