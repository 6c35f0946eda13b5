import { access, constants, statfs } from "node:fs/promises";
import { ping, queueIsThere } from "@/db/health";
import { database } from "@/db/connection";
import { configuration } from "./configuration";
import { mediaRoot } from "./media-store";

/** How long a part may take to answer, in milliseconds. */
const patience = 3000;

const within = <T>(work: Promise<T>): Promise<T> =>
  new Promise((resolve, reject) => {
    const late = setTimeout(() => reject(new Error("no answer in time")), patience);
    work.then(resolve, reject).finally(() => clearTimeout(late));
  });

async function storeIsThere(): Promise<void> {
  await access(mediaRoot(), constants.W_OK);
  const { bavail, bsize } = await statfs(mediaRoot());
  if (bavail * bsize <= configuration().reserve) throw new Error("no room left");
}

const parts = {
  database: () => ping(database()),
  store: storeIsThere,
  jobs: () => queueIsThere(database()),
} as const satisfies Record<string, () => Promise<void>>;

/** What requests need, part by part: whether the database, the store of material and the queue of jobs are there. */
export async function readiness(): Promise<
  { readonly ready: boolean } & Record<keyof typeof parts, boolean>
> {
  const states = await Promise.all(
    Object.entries(parts).map(
      async ([name, look]) =>
        [
          name,
          await within(look())
            .then(() => true)
            .catch(() => false),
        ] as const,
    ),
  );
  return { ready: states.every(([, there]) => there), ...Object.fromEntries(states) } as never;
}
