import type { OpenInvitation } from "@/core/api/operations/invitations";
import type { Account } from "@/core/api/account";
import { changing } from "./changing";
import { v7 as newId } from "uuid";
import type { Role } from "@/core/library/roles";
import { database } from "@/db/connection";
import {
  findInvitation,
  insertInvitation,
  listInvitations,
  markInvitationUsed,
  revokeInvitation,
  type InvitationRow,
} from "@/db/invitations";
import { Ledger } from "@/db/ledger";
import { waitForLock } from "@/db/locks";
import { findMembership, furnish } from "@/db/members";
import { lockStream, record } from "@/db/streams";
import { addUser, requireNewAccount } from "./accounts";
import { isId } from "./ids";
import { requirePerson, requireRightNow, requireUser, type Member } from "./member";
import { notFound, Refusal } from "./refusal";
import { hashToken, makeToken } from "./tokens";

/** How long an invitation can be taken up, in days. */
const goodFor = 7;

const publicInvitation = ({ madeAt, expiresAt, ...invitation }: InvitationRow): OpenInvitation => ({
  ...invitation,
  madeAt: madeAt.toISOString(),
  expiresAt: expiresAt.toISOString(),
});

/** The invitations that can still be taken up. */
export async function invitations(member: Member) {
  requirePerson(member);
  return { invitations: (await listInvitations(database(), member.libraryId)).map(publicInvitation) };
}

/** Makes an invitation for one person. The answer holds its token, for a link that is never shown again. */
export async function invite(member: Member, { role }: { role: Role }) {
  requirePerson(member);
  const { token, hash } = makeToken("fichier_invitation");
  const expiresAt = new Date(Date.now() + goodFor * 24 * 3600_000);
  const invitation = await database().transaction(async (tx) => {
    await requireRightNow(tx, member, "govern");
    return insertInvitation(tx, {
      id: newId(),
      libraryId: member.libraryId,
      role,
      tokenHash: hash,
      madeBy: member.userId,
      expiresAt,
    });
  });
  return { invitation: publicInvitation(invitation), token };
}

export async function withdrawInvitation(member: Member, id: string) {
  requirePerson(member);
  if (!isId(id) || !(await revokeInvitation(database(), member.libraryId, id))) throw notFound("invitation");
  return { revoked: id };
}

const overdue = () =>
  new Refusal(
    404,
    "no-invitation",
    "This invitation cannot be taken up: it was used, withdrawn, or is older than a week.",
    { hint: "Ask for a new one." },
  );

/** What an invitation is to, for whoever has its token. */
export async function readInvitation(token: string) {
  const found = await findInvitation(database(), hashToken(token));
  if (!found) throw overdue();
  const { libraryId, libraryName, role, inviter } = found;
  return { libraryId, libraryName, role, inviter };
}

/** Who takes an invitation up: a new account where one is described, else whoever is signed in. */
async function joiner(headers: Headers, account: Account | undefined): Promise<{ id: string; name: string }> {
  if (!account) {
    const user = await requireUser(headers);
    requirePerson({ scope: user.key?.scope ?? null });
    return user;
  }
  await requireNewAccount(account, "account");
  return { id: await addUser(account.name, account.email, account.password), name: account.name };
}

/** Takes an invitation up, once. Somebody who was a member before comes back as they were, in the invited role. */
export async function acceptInvitation(headers: Headers, token: string, { account }: { account?: Account }) {
  if (!(await findInvitation(database(), hashToken(token)))) throw overdue();
  // One after the other: an account is made only for who takes it up.
  return waitForLock(database(), `invitation ${hashToken(token)}`, () => takeUp(headers, token, account));
}

async function takeUp(headers: Headers, token: string, account: Account | undefined) {
  const known = await findInvitation(database(), hashToken(token));
  if (!known) throw overdue();
  const user = await joiner(headers, account);
  return changing({ libraryId: known.libraryId }, async (tx) => {
    const found = await findInvitation(tx, hashToken(token), true);
    if (!found) throw overdue();
    const { libraryId, role, id } = found;
    const locked = await lockStream(tx, { libraryId }, newId());
    const before = await findMembership(tx, libraryId, user.id);
    if (before && !before.removed)
      throw new Refusal(409, "member-already", "You are a member of this library already.", { libraryId });
    const ledger = new Ledger(tx, libraryId, user.id, "library");
    if (before) await ledger.update("member", before.id, { removed: false, role });
    else {
      await ledger.insert("member", { id: newId(), userId: user.id, name: user.name, role, removed: false });
      await furnish(tx, libraryId, user.id);
    }
    await markInvitationUsed(tx, id);
    await record(tx, locked, {
      requestId: newId(),
      command: "join-library",
      summary: `${user.name} joined as ${role}`,
      actorId: user.id,
      forward: ledger.forward,
      backward: ledger.backward,
      result: {},
    });
    return { libraryId };
  });
}
