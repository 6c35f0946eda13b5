import type { LiveEvent } from "@/core/library/live";

const firstWait = 500;
const longestWait = 15_000;

/** Keeps an event stream open until `signal`, making it again whenever it ends for good. */
function openStream(libraryId: string, onEvent: (event: LiveEvent) => void, signal: AbortSignal): void {
  let wait = firstWait;
  const open = () => {
    const source = new EventSource(`/api/libraries/${libraryId}/events`);
    const stop = () => source.close();
    signal.addEventListener("abort", stop);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      wait = firstWait;
      onEvent(JSON.parse(data) as LiveEvent);
    };
    source.onerror = () => {
      // A line that broke is made again by the browser; one that was refused is not.
      if (source.readyState !== EventSource.CLOSED || signal.aborted) return;
      signal.removeEventListener("abort", stop);
      setTimeout(() => !signal.aborted && open(), wait);
      wait = Math.min(longestWait, wait * 2);
    };
  };
  open();
}

/**
 * Hears what happens in a library. All tabs of a browser share one event stream: whoever holds the lock listens and
 * passes on; when that tab is closed, another one takes over. Returns how to stop.
 */
export function followLibrary(
  libraryId: string,
  memberId: string,
  onEvent: (event: LiveEvent) => void,
): () => void {
  const name = `fichier ${libraryId} ${memberId}`;
  const stop = new AbortController();
  const { signal } = stop;
  // Only a secure context has locks; without them each tab listens by itself.
  if (!("locks" in navigator)) {
    openStream(libraryId, onEvent, signal);
    return () => stop.abort();
  }
  const others = new BroadcastChannel(name);
  others.onmessage = ({ data }: MessageEvent<LiveEvent>) => onEvent(data);
  const lead = () =>
    new Promise<void>((resolve) => {
      signal.addEventListener("abort", () => resolve());
      openStream(
        libraryId,
        (event) => {
          others.postMessage(event);
          onEvent(event);
        },
        signal,
      );
    });
  // Rejects only when given up while waiting.
  navigator.locks.request(name, { signal }, lead).catch(() => undefined);
  return () => {
    stop.abort();
    others.close();
  };
}
