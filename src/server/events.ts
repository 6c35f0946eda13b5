import { liveEvent, type ChangeNotice, type LiveEvent } from "@/core/library/live";
import { databaseUrl } from "@/db/connection";
import { listen } from "@/db/listen";
import { changeChannel } from "@/db/streams";
import { requireMember, type Member } from "./member";
import { Refusal } from "./refusal";

type Hear = (notice: ChangeNotice | null) => void;

/*
 * Next.js loads route handlers and the rest as bundles of their own, each with its own copy of a module; one line to
 * the database is enough for all of them.
 */
const shared = globalThis as { fichierHearers?: Set<Hear>; fichierStreams?: Set<() => void> };

/** How to end each stream that is open. A server that is told to stop waits for them, so they must end with it. */
function openStreams(): Set<() => void> {
  if (shared.fichierStreams) return shared.fichierStreams;
  const all = (shared.fichierStreams = new Set<() => void>());
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.on(signal, () => all.forEach((close) => close()));
  return all;
}

/** Those who hear of changes in this process; the line to the database stands from the first one on. */
function hearers(): Set<Hear> {
  if (shared.fichierHearers) return shared.fichierHearers;
  const all = (shared.fichierHearers = new Set<Hear>());
  const tell = (notice: ChangeNotice | null) => all.forEach((hear) => hear(notice));
  listen(
    databaseUrl(),
    changeChannel,
    (payload) => tell(JSON.parse(payload) as ChangeNotice),
    () => tell(null),
  );
  return all;
}

/** So often a silent line shows that it is alive, and whoever listens is asked again whether they may. In milliseconds. */
const usualPulse = 15_000;

/**
 * What happens in a library as server-sent events, for as long as the asker may hear it. Events carry ids and revisions;
 * the contents are fetched with `changes`. The first event, and the one after any interruption, is `anything`.
 */
export function events(member: Member, headers: Headers, signal: AbortSignal, pulse = usualPulse): Response {
  const { libraryId, userId } = member;
  const all = hearers();
  const streams = openStreams();
  const encoder = new TextEncoder();
  let end: () => void;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => controller.enqueue(encoder.encode(text));
      const send = (event: LiveEvent) => write(`data: ${JSON.stringify(event)}\n\n`);
      const hear: Hear = (notice) => {
        const event = notice === null ? ({ of: "anything" } as const) : liveEvent(notice, libraryId, userId);
        if (event) send(event);
      };
      const check = async () => {
        try {
          await requireMember(headers, libraryId);
          write(": \n\n");
        } catch (error) {
          // An outage is no reason to turn anybody away.
          if (error instanceof Refusal && error.status < 500 && streams.has(close)) close();
        }
      };
      const timer = setInterval(() => void check(), pulse);
      end = () => {
        clearInterval(timer);
        all.delete(hear);
        streams.delete(close);
        signal.removeEventListener("abort", close);
      };
      const close = () => {
        end();
        controller.close();
      };
      signal.addEventListener("abort", close, { once: true });
      all.add(hear);
      streams.add(close);
      send({ of: "anything" });
    },
    // Whoever listened has gone; the stream is closed already.
    cancel: () => end(),
  });
  // Not to be compressed or held back on the way: each event is wanted at once.
  return new Response(stream, {
    headers: {
      "content-type": "text/event-stream",
      "cache-control": "no-store, no-transform",
      "x-accel-buffering": "no",
    },
  });
}
