import { randomUUID } from "node:crypto";
import { rename, rm } from "node:fs/promises";

/** Writes a file under a name of its own first: what is half written never has the final name, and goes when it fails. */
export async function writeWholeFile<T>(path: string, write: (part: string) => Promise<T>): Promise<T> {
  const part = `${path}.${randomUUID()}.part`;
  try {
    const result = await write(part);
    await rename(part, path);
    return result;
  } finally {
    await rm(part, { force: true });
  }
}
