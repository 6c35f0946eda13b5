import { startWorking } from "../src/server/jobs/work";

// A worker process of its own: needs DATABASE_URL and FICHIER_MEDIA, as the application does. The application then
// runs with FICHIER_JOBS=elsewhere.
await startWorking();
process.stdout.write("working\n");
