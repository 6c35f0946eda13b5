import { rmSync } from "node:fs";
import { parseArgs } from "node:util";
import { demoMembers, demoPassword } from "../demo/members";
import { clearPort, prepareDatabase, serve } from "./setup/application";
import { ensureBuild } from "./setup/build";
import { ensurePackages } from "./setup/packages";
import { ensureDatabase, removeCluster, startPostgres } from "./setup/postgres";
import { say, statePath, Trouble } from "./setup/state";

const help = `bin/start            install what is missing, start the database, serve Fichier
  --port N           serve on another port than 3000
  --develop          serve the sources as they are, without a build: what is changed is seen at once
  --fresh            begin again: throw away the database and all material first`;

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      port: { type: "string" },
      develop: { type: "boolean" },
      fresh: { type: "boolean" },
      help: { type: "boolean" },
    },
  });
  if (values.help) return void console.log(help);
  const port = Number(values.port ?? process.env.PORT ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Trouble("--port takes a number from 1 to 65535.");
  ensurePackages(["postgresql", "ffmpeg"]);
  await clearPort(port);
  const mediaFolder = statePath("media");
  if (values.fresh) {
    say("throwing away the database and its material");
    removeCluster();
    rmSync(mediaFolder, { recursive: true, force: true });
  }
  const { develop = false } = values;
  if (!develop) await ensureBuild();
  const server = await startPostgres();
  let stopping = false;
  try {
    await ensureDatabase(server, "fichier");
    await prepareDatabase(server.url("fichier"), mediaFolder);
    const application = await serve(server.url("fichier"), port, mediaFolder, { quiet: !develop, develop });
    const ended = new Promise<number>((resolve) => application.once("exit", (code) => resolve(code ?? 1)));
    const stop = () => {
      if (stopping) return;
      stopping = true;
      say("stopping");
      application.kill("SIGTERM");
      // Whatever it still waits for, nobody waits for that.
      setTimeout(() => application.kill("SIGKILL"), 4000).unref();
    };
    process.on("SIGINT", stop);
    process.on("SIGTERM", stop);
    process.on("SIGHUP", stop);
    console.log(`\n  Fichier is served at http://127.0.0.1:${port}\n\n  Sign in as one of`);
    for (const { email, role } of demoMembers) console.log(`    ${email.padEnd(26)} ${role}`);
    console.log(`  with the password ${demoPassword}\n\n  Ctrl-C stops everything.\n`);
    const code = await ended;
    if (!stopping) throw new Trouble(`The application ended by itself (exit code ${code}).`);
  } finally {
    server.stop();
  }
}

start().catch((error) => {
  console.error(error instanceof Trouble ? `\n  ${error.message}\n` : error);
  process.exitCode = 1;
});
