import PgBoss from "pg-boss";

const renderQueue = "render";
/** A rendering that fails for a passing reason is tried this often. */
const tries = 4;

let shared: Promise<PgBoss> | null = null;

/** The job queue in the application's database, started when it is first needed. */
export function jobs(): Promise<PgBoss> {
  shared ??= (async () => {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Error("DATABASE_URL is not set; start the application with bin/start");
    const boss = new PgBoss({ connectionString: url, max: 3, application_name: "fichier jobs" });
    // What fails in the background is tried again by the queue itself.
    boss.on("error", (error) => console.error("jobs:", error.message));
    await boss.start();
    await boss.createQueue(renderQueue, {
      name: renderQueue,
      retryLimit: tries,
      retryDelay: 1,
      retryBackoff: true,
      expireInSeconds: 12 * 3600,
    });
    return boss;
  })().catch((error) => {
    shared = null;
    throw error;
  });
  return shared;
}

/**
 * Puts a rendering into the queue. One that is put there twice is carried out once: the second finds it done. With
 * `again` it is put there at most once a minute, for those that may have been forgotten.
 */
export async function queueRender(id: string, again = false): Promise<void> {
  await (await jobs()).send(renderQueue, { id }, again ? { singletonKey: id, singletonSeconds: 60 } : {});
}

/** Carries out renderings as they come, `atOnce` of them at a time. */
export async function workOnRenders(carryOut: (id: string) => Promise<void>, atOnce: number): Promise<void> {
  const boss = await jobs();
  for (let i = 0; i < atOnce; i++)
    await boss.work<{ id: string }>(
      renderQueue,
      { batchSize: 1, pollingIntervalSeconds: 0.5 },
      async ([job]) => carryOut(job.data.id),
    );
}
