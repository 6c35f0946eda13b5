import { database } from "@/db/connection";
import { listLibraries, listSessions } from "@/db/replica";
import { auth } from "../auth";

/** Where a visitor should land, from their headers. */
export async function startPath(headers: Headers): Promise<string> {
  const session = await auth().api.getSession({ headers });
  if (!session) return "/sign-in";
  const [library] = await listLibraries(database(), session.user.id);
  if (!library) return "/no-library";
  const [first] = await listSessions(database(), library.id);
  return first ? `/${library.id}/bench/${first.id}` : `/${library.id}/library`;
}

/** True where the visitor is signed in. */
export const isSignedIn = async (headers: Headers): Promise<boolean> => (await auth().api.getSession({ headers })) !== null;
