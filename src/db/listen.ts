import pg from "pg";

export interface Listener {
  close(): Promise<void>;
}

const firstWait = 250;
const longestWait = 5000;

/**
 * Listens on a channel of the database at `url`, on a connection of its own. A lost connection is made again for as long
 * as it takes; `onAgain` is called whenever it stands (also the first time), since notices may have been missed.
 */
export function listen(
  url: string,
  channel: string,
  onNotice: (payload: string) => void,
  onAgain: () => void,
): Listener {
  let closed = false;
  let current: pg.Client | null = null;
  let wait = firstWait;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const connect = async () => {
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000, keepAlive: true });
    current = client;
    // "end" follows every error; a client that never connected only rejects.
    let lost = false;
    const lose = () => {
      if (lost || closed) return;
      lost = true;
      client.end().catch(() => undefined);
      timer = setTimeout(() => void connect(), wait);
      wait = Math.min(longestWait, wait * 2);
    };
    client.on("error", lose);
    client.on("end", lose);
    client.on("notification", ({ payload }) => payload !== undefined && onNotice(payload));
    try {
      await client.connect();
      await client.query(`listen ${pg.escapeIdentifier(channel)}`);
      wait = firstWait;
      onAgain();
    } catch {
      lose();
    }
  };
  void connect();
  return {
    async close() {
      closed = true;
      clearTimeout(timer);
      await current?.end().catch(() => undefined);
    },
  };
}
