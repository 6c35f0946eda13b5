import type { QueryClient } from "@tanstack/react-query";
import { room } from "@/core/api/operations/room";
import { ask } from "./api";
import { sessionKey, type SessionData } from "./library-data";
import type { TakeInLine } from "./take-in";
import { uploadFile } from "./upload";

/** How files get from this browser into a library. */
export const incomingOver = (
  client: QueryClient,
  libraryId: string,
): Pick<TakeInLine, "upload" | "room" | "know"> => ({
  upload: (file, onShare, signal) => uploadFile(libraryId, file, onShare, signal),
  room: async () => (await ask(room, { libraryId })).left,
  know: (sessionId, media) =>
    client.setQueryData<SessionData>(
      sessionKey(sessionId),
      (now) => now && { ...now, media: new Map([...now.media, ...media.map((m) => [m.id, m] as const)]) },
    ),
});
