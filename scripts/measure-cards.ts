import { database } from "../src/db/connection";
import { makeImprints } from "../src/server/jobs/imprints";

// Needs DATABASE_URL and FICHIER_MEDIA, as the application does.
await makeImprints();
await database().$client.end();
