import { openDB, type DBSchema } from "idb";
import { IndexStore, type SavedIndex } from "@/core/search/index-store";
import { indexDatabase } from "./index-database";

interface Schema extends DBSchema {
  /** By library and member. */
  indexes: { key: [string, string]; value: SavedIndex };
}

/** What cannot be kept is made anew; only developers need to know. */
const without = (what: string, error: unknown) => {
  console.warn(`Fichier: the index ${what}; it is made anew.`, error);
  return null;
};

const database = () =>
  openDB<Schema>(indexDatabase, 1, {
    upgrade(db) {
      db.createObjectStore("indexes");
    },
    blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
  });

/** Milliseconds; nothing is asked of the index before it is read, so that nobody waits for a browser that does not answer. */
const patience = 1500;
const tooLate = () =>
  new Promise<never>((_, reject) => setTimeout(() => reject(new Error("it does not open")), patience));

async function read(libraryId: string, memberId: string): Promise<SavedIndex | undefined> {
  const db = await database();
  const saved = await db.get("indexes", [libraryId, memberId]);
  db.close();
  return saved;
}

/** The index of a library as this browser kept it for a member; null where there is none that can be used. */
export async function readKeptIndex(libraryId: string, memberId: string): Promise<IndexStore | null> {
  try {
    const saved = await Promise.race([read(libraryId, memberId), tooLate()]);
    return saved ? IndexStore.of(saved) : null;
  } catch (error) {
    return without("that was kept cannot be read", error);
  }
}

/** Keeps an index in place of the one before. */
export async function keepIndex(libraryId: string, memberId: string, store: IndexStore): Promise<void> {
  try {
    const db = await database();
    await db.put("indexes", store.save(), [libraryId, memberId]);
    db.close();
  } catch (error) {
    without("cannot be kept", error);
  }
}
