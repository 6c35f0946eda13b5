// Bundles may load this more than once; there is one line for each key in a process.
const shared = globalThis as { fichierTurns?: Map<string, Promise<void>> };
const lines = (shared.fichierTurns ??= new Map());

/**
 * Does `work` when all that came before it in the same line have ended, whatever came of them. A request waits here
 * before it takes a connection to the database: those that wait for a library's lock would else hold them all, and
 * nobody could even read. Other processes are waited for by the lock itself.
 */
export async function inTurn<T>(line: string, work: () => Promise<T>): Promise<T> {
  const before = lines.get(line) ?? Promise.resolve();
  let leave!: () => void;
  const mine = new Promise<void>((resolve) => (leave = resolve));
  const now = before.then(() => mine);
  lines.set(line, now);
  await before;
  try {
    return await work();
  } finally {
    leave();
    if (lines.get(line) === now) lines.delete(line);
  }
}
