import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { parseArgs, parseEnv } from "node:util";
import { readConfiguration, type Configuration } from "../src/server/configuration";
import { foundingPath } from "../src/server/founding";
import { connect } from "../src/db/connection";
import { clearPort, migrateDatabase, serve } from "./setup/application";
import { ensureBuild } from "./setup/build";
import { ensurePackages } from "./setup/packages";
import { ensureDatabase, startPostgres } from "./setup/postgres";
import { say, secrets, statePath, Trouble } from "./setup/state";

const help = `bin/serve            serve Fichier for a team: no demo, no known password
  --config FILE      settings, one NAME=value a line; the environment's own come first

  DATABASE_URL       a database of any PostgreSQL from 15 on, which belongs to the user named in it;
                     left out, PostgreSQL is installed and a cluster made for this checkout alone
  FICHIER_URL        how people reach it, such as https://fichier.example; http://HOST:PORT where left out
  FICHIER_HOST       where it listens, 127.0.0.1; FICHIER_PORT, 3000
  FICHIER_PROXIES    addresses or networks of reverse proxies, whose X-Forwarded-For is believed
  FICHIER_MEDIA      the folder of the material, .state/serve-media
  FICHIER_SECRET     signs cookies, 32 characters or more; made and kept in .state where left out
  FICHIER_QUOTA      material that a library may hold, 200G
  FICHIER_RESERVE    room on the disk that is left free, 1G
  FICHIER_PROCESSES  processes that answer, one a core where left out
  FICHIER_JOBS       beside: renderings in a process beside it; elsewhere: by scripts/worker.ts, started by hand`;

function settings(file: string | undefined): Configuration {
  if (file !== undefined && !existsSync(file)) throw new Trouble(`There is no file “${file}”.`);
  const fromFile = file === undefined ? {} : parseEnv(readFileSync(file, "utf8"));
  for (const [name, value] of Object.entries(fromFile)) process.env[name] ??= value;
  try {
    return readConfiguration(process.env);
  } catch (error) {
    throw new Trouble((error as Error).message);
  }
}

/** How often a database that does not answer yet is asked again, in milliseconds. */
const askEvery = 2000;

async function run(): Promise<void> {
  const { values } = parseArgs({ options: { config: { type: "string" }, help: { type: "boolean" } } });
  if (values.help) return void console.log(help);
  const { databaseUrl, secret, media, host, port, publicUrl } = settings(values.config);
  let stopping = false;
  let end: () => void = () => process.exit(0);
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const)
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      say("stopping");
      end();
    });
  ensurePackages(databaseUrl === undefined ? ["postgresql", "ffmpeg"] : ["ffmpeg"]);
  await clearPort(port);
  await ensureBuild();
  const server = databaseUrl === undefined ? await startPostgres("postgres-serve") : null;
  try {
    if (server) await ensureDatabase(server, "fichier");
    // Not before: the database's own user has to reach its cluster.
    process.umask(0o077);
    const url = databaseUrl ?? server!.url("fichier");
    const mediaFolder = media ?? statePath("serve-media");
    mkdirSync(mediaFolder, { recursive: true, mode: 0o700 });
    const address = publicUrl ?? `http://${host}:${port}`;
    Object.assign(process.env, {
      FICHIER_MEDIA: mediaFolder,
      FICHIER_SECRET: secret ?? secrets().cookieSecret,
      FICHIER_URL: address,
      FICHIER_HOST: host,
      FICHIER_PORT: String(port),
      FICHIER_PROCESSES: process.env.FICHIER_PROCESSES ?? String(availableParallelism()),
      DATABASE_URL: url,
    });
    for (let told = false; ; told = true) {
      const problem = await migrateDatabase(url).then(
        () => null,
        (error: Error) => error,
      );
      if (!problem || stopping) break;
      if (!/ECONNREFUSED|ENOTFOUND|timeout|starting up|terminated/.test(String(problem.cause ?? problem)))
        throw new Trouble(`The database cannot be used: ${String(problem.cause ?? problem.message)}.`);
      if (!told) say("the database does not answer yet; it is asked again until it does");
      await new Promise((resolve) => setTimeout(resolve, askEvery));
    }
    if (stopping) return;
    const application = await serve(url, port, mediaFolder, { quiet: false, own: true });
    const ended = new Promise<number>((resolve) => application.once("exit", (code) => resolve(code ?? 1)));
    end = () => {
      application.kill("SIGTERM");
      // Whatever it still waits for, nobody waits for that.
      setTimeout(() => application.kill("SIGKILL"), 8000).unref();
    };
    console.log(`\n  Fichier is served at ${address}`);
    const db = connect(url);
    const path = await foundingPath(db);
    await db.$client.end();
    if (path)
      console.log(
        `\n  Nobody has an account yet. Whoever opens this link makes the first one, and its library;\n  it works once, within a week:\n\n    ${address.replace(/\/$/, "")}${path}\n`,
      );
    const code = await ended;
    if (!stopping) throw new Trouble(`The application ended by itself (exit code ${code}).`);
  } finally {
    server?.stop();
  }
}

run().then(
  () => process.exit(0),
  (error) => {
    console.error(error instanceof Trouble ? `\n  ${error.message}\n` : error);
    process.exit(1);
  },
);
