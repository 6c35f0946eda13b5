import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { mediumWords } from "@/core/library/words";
import { sayError, useDesk } from "../data/desk";
import { sessionKey } from "../data/library-data";
import { uploadFile } from "../data/upload";
import type { Media, SessionData } from "../data/wire";

export interface Incoming {
  readonly key: number;
  readonly name: string;
  readonly state: "waiting" | "sending" | "reading" | "done" | "failed";
  /** 0…1 of the file has arrived. */
  readonly share: number;
  readonly problem?: string;
}

/** Files sent at once; more would only share the same line. */
const atOnce = 2;

const withoutEnding = (name: string) => name.replace(/\.[a-z0-9]{1,5}$/i, "") || name;

export interface TakeIn {
  readonly incoming: readonly Incoming[];
  bring(files: readonly File[]): void;
  /** Forgets those that are done or failed, and stops the others. */
  clear(): void;
}

/**
 * Brings files into a session: sent with progress, a few at once, then put into it together, in the order they came in.
 * Leaving the bench does not stop it.
 */
export function useTakeIn(session: SessionData): TakeIn {
  const { libraryId, act } = useDesk();
  const client = useQueryClient();
  const [incoming, setIncoming] = useState<readonly Incoming[]>([]);
  const stop = useRef(new AbortController());
  const last = useRef(0);
  const { id: sessionId, medium: wanted } = session.session;

  const change = useCallback((key: number, set: Partial<Incoming>) => setIncoming((all) => all.map((each) => (each.key === key ? { ...each, ...set } : each))), []);

  const bring = useCallback(
    (files: readonly File[]) => {
      if (files.length === 0) return;
      const { signal } = stop.current;
      const batch = files.map((file) => ({ key: ++last.current, file }));
      setIncoming((all) => [...all.filter((i) => i.state !== "done"), ...batch.map(({ key, file }): Incoming => ({ key, name: file.name, state: "waiting", share: 0 }))]);
      void (async () => {
        const media = new Map<number, Media>();
        let next = 0;
        const line = async () => {
          while (next < batch.length && !signal.aborted) {
            const { key, file } = batch[next++];
            change(key, { state: "sending" });
            try {
              media.set(key, await uploadFile(libraryId, file, (share) => change(key, { share, state: share < 1 ? "sending" : "reading" }), signal));
              change(key, { state: "done", share: 1 });
            } catch (error) {
              change(key, { state: "failed", problem: sayError(error) });
            }
          }
        };
        await Promise.all(Array.from({ length: Math.min(atOnce, batch.length) }, line));
        const came = batch.flatMap(({ key }) => {
          const medium = media.get(key);
          if (medium === undefined || medium.facts.kind === wanted) return medium ?? [];
          change(key, { state: "failed", problem: `This is ${mediumWords[medium.facts.kind]}; the session is for ${wanted === "image" ? "pictures" : "sound"}.` });
          return [];
        });
        if (signal.aborted || came.length === 0) return;
        // Known before the targets are, so that they can be drawn as soon as they come.
        client.setQueryData<SessionData>(sessionKey(sessionId), (now) => now && { ...now, media: new Map([...now.media, ...came.map((m) => [m.id, m] as const)]) });
        const done = await act("add-targets", { sessionId, items: came.map(({ id, name }) => ({ mediaId: id, name: withoutEnding(name) })) });
        if (done) setIncoming((all) => all.filter((i) => i.state !== "done"));
      })();
    },
    [libraryId, sessionId, wanted, client, act, change],
  );
  const clear = useCallback(() => {
    stop.current.abort();
    stop.current = new AbortController();
    setIncoming([]);
  }, []);
  return { incoming, bring, clear };
}
