import type { Executor } from "./connection";
import { furnish } from "./members";
import { library, member, stream } from "./schema";

interface NewLibrary {
  readonly id: string;
  readonly name: string;
  readonly streamId: string;
  readonly owner: { readonly id: string; readonly userId: string; readonly name: string };
}

/** Makes an empty library with its line of changes and its owner, as part of a transaction. */
export async function insertLibrary(tx: Executor, { id, name, streamId, owner }: NewLibrary): Promise<void> {
  await tx.insert(library).values({ id, name });
  await tx.insert(stream).values({ id: streamId, libraryId: id });
  await tx.insert(member).values({ ...owner, libraryId: id, role: "owner" });
  await furnish(tx, id, owner.userId);
}
