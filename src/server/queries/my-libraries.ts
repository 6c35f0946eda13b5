import { database } from "@/db/connection";
import { listLibraries } from "@/db/replica";

/** The libraries of which a user is a member; to a key there is none but its own. */
export async function myLibraries({
  id,
  key,
}: {
  readonly id: string;
  readonly key: { readonly libraryId: string } | null;
}) {
  const all = await listLibraries(database(), id);
  return { libraries: key ? all.filter((library) => library.id === key.libraryId) : all };
}
