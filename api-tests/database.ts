import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureDatabase, startPostgres } from "../scripts/setup/postgres";
import { connect } from "@/db/connection";
import { bringUpToDate } from "@/db/migrate";

/** A database of the tests' own, empty and migrated, on this checkout's server; gone again afterwards. */
export default async function setup() {
  const server = await startPostgres();
  const name = `fichier_test_${process.pid}`;
  await ensureDatabase(server, name, { anew: true });
  // An empty one, for a test of how an older one is brought up to date.
  await ensureDatabase(server, `${name}_empty`, { anew: true });
  const url = server.url(name);
  const db = connect(url);
  // Two at once: the second waits for the first.
  await Promise.all([bringUpToDate(db, "src/db/migrations"), bringUpToDate(db, "src/db/migrations")]);
  await db.$client.end();
  const media = mkdtempSync(join(tmpdir(), "fichier-test-"));
  Object.assign(process.env, {
    DATABASE_URL: url,
    EMPTY_DATABASE_URL: server.url(`${name}_empty`),
    FICHIER_SECRET: "a secret of the tests alone, long enough",
    FICHIER_URL: "http://fichier.test",
    FICHIER_MEDIA: media,
  });
  return async () => {
    rmSync(media, { recursive: true, force: true });
    server.stop();
  };
}
