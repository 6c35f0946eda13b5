import { announceDesk } from "./desk-tabs";
import { forgetAllKept } from "./browser-store";
import { api } from "./api";
import { forgetKept } from "./kept-cards";

/** Somebody who is signed in on this machine. */
export interface SignedIn {
  readonly userId: string;
  readonly name: string;
  /** Names the sign-in to the server. */
  readonly token: string;
}

interface DeviceSession {
  readonly session: { readonly token: string };
  readonly user: { readonly id: string; readonly name: string };
}

/** Everybody who is signed in on this machine. */
export async function signedInHere(): Promise<SignedIn[]> {
  const list = await api<DeviceSession[]>("/api/auth/multi-session/list-device-sessions");
  return list.map(({ session, user }) => ({ userId: user.id, name: user.name, token: session.token }));
}

/** Leaves the page for another, so that nothing of a member's stays: not in this tab's memory, nor in its store, nor in other tabs. */
function leaveFor(path: string): void {
  forgetAllKept();
  announceDesk();
  window.location.assign(path);
}

/** Puts another member who is signed in here at the desk. */
export async function switchTo({ token }: SignedIn): Promise<void> {
  await api("/api/auth/multi-session/set-active", { method: "POST", body: { sessionToken: token } });
  leaveFor("/");
}

/** Signs this member out here; others who are signed in on this machine stay so. */
export async function signOut(userId: string): Promise<void> {
  const own = (await signedInHere()).find((s) => s.userId === userId);
  if (own) await api("/api/auth/multi-session/revoke", { method: "POST", body: { sessionToken: own.token } });
  else await api("/api/auth/sign-out", { method: "POST", body: {} });
  await forgetKept();
  leaveFor("/sign-in");
}

/** Signs this member out on every machine. */
export async function signOutEverywhere(): Promise<void> {
  await api("/api/auth/revoke-sessions", { method: "POST", body: {} });
  await forgetKept();
  leaveFor("/sign-in");
}
