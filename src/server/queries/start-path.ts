import { database } from "@/db/connection";
import { listLibraries, listSessions, readMember } from "@/db/replica";
import { auth } from "../auth";

/** Where a visitor should land, from their headers. */
export async function startPath(headers: Headers): Promise<string> {
  const session = await auth().api.getSession({ headers });
  if (!session) return "/sign-in";
  const [library] = await listLibraries(database(), session.user.id);
  if (!library) return "/no-library";
  const sessions = await listSessions(database(), library.id);
  const member = await readMember(database(), library.id, session.user.id);
  const open = sessions.find((s) => s.id === member?.settings.lastSessionId) ?? sessions[0];
  return open ? `/${library.id}/bench/${open.id}` : `/${library.id}/library`;
}

/** True where the visitor is signed in. */
export const isSignedIn = async (headers: Headers): Promise<boolean> =>
  (await auth().api.getSession({ headers })) !== null;

/** The name of the visitor who is signed in, or null. */
export const signedInAs = async (headers: Headers): Promise<string | null> =>
  (await auth().api.getSession({ headers }))?.user.name ?? null;
