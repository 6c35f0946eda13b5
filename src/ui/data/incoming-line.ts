import { room } from "@/core/api/operations/room";
import { ask } from "./api";
import type { Sessions } from "./session-store";
import type { TakeInLine } from "./take-in";
import { uploadFile } from "./upload";

/** How files get from this browser into a library. */
export const incomingOver = (
  sessions: Sessions,
  libraryId: string,
): Pick<TakeInLine, "upload" | "room" | "know"> => ({
  upload: (file, onShare, signal) => uploadFile(libraryId, file, onShare, signal),
  room: async () => (await ask(room, { libraryId })).left,
  know: (sessionId, media) => sessions.peek(sessionId)?.know(media),
});
