import { constants, setPriority } from "node:os";
import { startWorking } from "../src/server/jobs/work";

// A worker process of its own: needs DATABASE_URL and FICHIER_MEDIA, as the application does. The application starts
// one beside itself; with FICHIER_JOBS=elsewhere it leaves the jobs to others.
process.umask(0o077);
// Whoever waits for an answer comes before a rendering.
setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
// Where the application that started it has gone, nobody would end it.
if (process.send) process.on("disconnect", () => process.exit(0));
// It may have gone before this line was read.
if (process.send && !process.connected) process.exit(0);
for (const signal of ["SIGTERM", "SIGINT"] as const) process.on(signal, () => process.exit(0));
await startWorking();
process.stdout.write("working\n");
