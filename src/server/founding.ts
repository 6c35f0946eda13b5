import type { Account } from "@/core/api/account";
import { v7 as newId } from "uuid";
import { countLibraries, hasFounding, removeStranded, replaceFounding, takeFounding } from "@/db/accounts";
import { database, type Database } from "@/db/connection";
import { insertLibrary } from "@/db/libraries";
import { waitForLock } from "@/db/locks";
import { addUser, requireNewAccount } from "./accounts";
import { Refusal } from "./refusal";
import { hashToken, makeToken } from "./tokens";

/** How long the first link can be used, in days. */
const goodFor = 7;

/** The path of a link by which the first owner and library of an empty database are made; null where there is a library already. */
export async function foundingPath(db: Database): Promise<string | null> {
  if ((await countLibraries(db)) > 0) return null;
  const { token, hash } = makeToken("fichier_begin");
  await replaceFounding(db, hash, new Date(Date.now() + goodFor * 24 * 3600_000));
  return `/begin/${token}`;
}

const used = () =>
  new Refusal(404, "no-link", "This link cannot be used: it was used, or is older than a week.", {
    hint: "While there is no account, a new one is printed whenever Fichier starts.",
  });

/** Whether a link can be used. */
export async function readFounding(token: string) {
  if (!(await hasFounding(database(), hashToken(token)))) throw used();
  return { open: true } as const;
}

/** Makes the first account, and a library that it owns. The link works once, also for two who use it at once. */
export async function found(token: string, { library, account }: { library: string; account: Account }) {
  return waitForLock(database(), "founding", async () => {
    await readFounding(token);
    // What a founding that was killed between account and library has left: it belongs to nothing.
    await removeStranded(database(), account.email);
    await requireNewAccount(account, "account");
    const userId = await addUser(account.name, account.email, account.password);
    const libraryId = newId();
    // Together: the link holds until there is a library.
    await database().transaction(async (tx) => {
      if (!(await takeFounding(tx, hashToken(token)))) throw used();
      await insertLibrary(tx, {
        id: libraryId,
        name: library,
        streamId: newId(),
        owner: { id: newId(), userId, name: account.name },
      });
    });
    return { libraryId };
  });
}
