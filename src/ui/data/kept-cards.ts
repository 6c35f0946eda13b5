import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { HeadsOpening } from "@/core/api/operations/card-heads";
import type { Change } from "@/core/library/change";
import { headFields } from "@/core/library/entities";
import { indexDatabase } from "@/workers/index-database";

/** Grows when what is kept comes to mean something else although its fields are the same. */
const format = 1;

/** What is kept of a library's cards for one member: the lines as they came, and the changes since. */
interface Copy extends HeadsOpening {
  readonly format: number;
  /** The lines lie under this name. */
  readonly generation: string;
  readonly lines: number;
}

export type KeptChange = Pick<Change, "revision" | "at" | "forward">;

interface Schema extends DBSchema {
  /** By library and member. */
  copies: { key: [string, string]; value: Copy };
  /** By generation and place. */
  lines: { key: [string, number]; value: string };
  /** By library, member and revision. */
  changes: { key: [string, string, number]; value: KeptChange };
}

const stores = ["copies", "lines", "changes"] as const;

/** A page goes on without what its browser cannot keep, and says so where developers look. */
const without = (what: string, error: unknown) => {
  console.warn(`Fichier: ${what}; the cards are fetched from the server instead.`, error);
  return null;
};

let opened: Promise<IDBPDatabase<Schema> | null> | null = null;

const database = (): Promise<IDBPDatabase<Schema> | null> =>
  (opened ??=
    typeof indexedDB === "undefined"
      ? Promise.resolve(without("this browser keeps nothing", null))
      : Promise.race([open(), tooLate()]).catch((error) => without("this browser keeps nothing", error)));

/** Milliseconds; nobody waits any longer for what is kept. */
const patience = 3000;
const tooLate = () =>
  new Promise<never>((_, reject) => setTimeout(() => reject(new Error("it does not open")), patience));

// Some browsers refuse at once, others by and by.
const open = async () =>
  openDB<Schema>("fichier", 1, {
    upgrade(db) {
      for (const name of stores) db.createObjectStore(name);
    },
    // A newer page waits for this one: it may have the database.
    blocking: (_from, _to, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opened = null),
  });

/** Does something with what is kept; null where the browser does not let it. */
async function using<T>(what: string, does: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T | null> {
  const db = await database();
  if (!db) return null;
  try {
    return await does(db);
  } catch (error) {
    return without(what, error);
  }
}

const linesOf = (generation: string) => IDBKeyRange.bound([generation, 0], [generation, Infinity]);

/** Whether cards of a library are kept in this browser, for whichever member. */
export const hasKept = async (libraryId: string): Promise<boolean> =>
  ((await using("what is kept cannot be looked at", (db) =>
    db.count("copies", IDBKeyRange.bound([libraryId, ""], [libraryId, "\uffff"])),
  )) ?? 0) > 0;

/** Forgets all that is kept: whoever sits down here next must not find it. */
export const forgetKept = (): Promise<unknown> =>
  using("what is kept cannot be forgotten", (db) =>
    Promise.all([...stores.map((name) => db.clear(name)), deleteDB(indexDatabase)]),
  );

/** What is written of a library's cards while they come. */
interface Writing {
  line(text: string): void;
  /** They are all there. */
  end(): Promise<void>;
}

/**
 * The cards of a library as this browser keeps them for a member from one visit to the next. All of it can be missing
 * at any time. Pre: the server has said that this member is who asks.
 */
export class KeptCards {
  private readonly key: [string, string];
  /** The last revision that is kept, as far as this page has seen; others may keep more. */
  private reached = -1;

  constructor(libraryId: string, memberId: string) {
    this.key = [libraryId, memberId];
  }

  /** What is kept: whence, its lines, and the changes after it, one after another; null where there is nothing that can be used. */
  async read(): Promise<{
    readonly opening: HeadsOpening;
    readonly lines: () => AsyncGenerator<string>;
    readonly changes: readonly KeptChange[];
  } | null> {
    const found = await using("what is kept cannot be read", async (db) => {
      const copy = await db.get("copies", this.key);
      if (!copy) return null;
      if (copy.format !== format || copy.fields.join() !== headFields.join()) {
        console.warn("Fichier: the cards kept here are of another version; they are fetched anew.");
        return null;
      }
      const all = await db.getAll(
        "changes",
        IDBKeyRange.bound([...this.key, copy.revision + 1], [...this.key, Infinity]),
      );
      const gap = all.findIndex(({ revision }, i) => revision !== copy.revision + 1 + i);
      return { copy, changes: gap < 0 ? all : all.slice(0, gap) };
    });
    if (!found) return null;
    const { copy, changes } = found;
    this.reached = changes.at(-1)?.revision ?? copy.revision;
    async function* lines() {
      for (let n = 0; n < copy.lines; n++) {
        const line = await using("what is kept cannot be read", (db) =>
          db.get("lines", [copy.generation, n]),
        );
        if (line) yield line;
      }
    }
    return { opening: copy, lines, changes };
  }

  /** Begins to keep cards that come from the server. Only one page at a time does. */
  write(opening: HeadsOpening): Writing {
    const generation = crypto.randomUUID();
    let lines = 0;
    // One after another, and nothing more once one has failed.
    let tail: Promise<unknown> = Promise.resolve(true);
    const then = (does: (db: IDBPDatabase<Schema>) => Promise<unknown>) =>
      (tail = tail.then((isWell) => isWell !== null && using("the cards cannot be kept", does)));
    return {
      line: (text) => {
        const at = lines++;
        void then((db) => db.put("lines", text, [generation, at]));
      },
      end: async () => {
        await then(async (db) => {
          const tx = db.transaction(stores, "readwrite");
          const copies = tx.objectStore("copies");
          const { streamId, revision, changedAt, count } = opening;
          const where = { streamId, revision, changedAt, count, fields: headFields };
          await copies.put({ ...where, format, generation, lines }, this.key);
          // Also those that a page left half written.
          const used = new Set((await copies.getAll()).map((copy) => copy.generation));
          const kept = tx.objectStore("lines");
          for (let at = await kept.openKeyCursor(); at;) {
            const [other] = at.key;
            if (!used.has(other)) await kept.delete(linesOf(other));
            at = await at.continue([other, Infinity]);
          }
          // What came before is in the lines.
          await tx
            .objectStore("changes")
            .delete(IDBKeyRange.bound([...this.key, 0], [...this.key, revision]));
          await tx.done;
          this.reached = Math.max(this.reached, revision);
          return true;
        });
      },
    };
  }

  /** Keeps a change of the library that follows on what is kept. */
  log({ revision, at, forward }: KeptChange): void {
    if (this.reached < 0 || revision !== this.reached + 1) return;
    this.reached = revision;
    const cards = forward.filter(({ entity }) => entity === "card");
    void using("a change cannot be kept", (db) =>
      db.put("changes", { revision, at, forward: cards }, [...this.key, revision]),
    );
  }

  /** Forgets what is kept for this member. */
  forget(): Promise<unknown> {
    this.reached = -1;
    return using("what is kept cannot be forgotten", async (db) => {
      const copy = await db.get("copies", this.key);
      await db.delete("copies", this.key);
      if (copy) await db.delete("lines", linesOf(copy.generation));
      await db.delete("changes", IDBKeyRange.bound([...this.key, 0], [...this.key, Infinity]));
    });
  }
}
