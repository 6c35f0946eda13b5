import { drawnLater } from "./later";

/** A note with the few signs that it may hold, as they mean. */
export const Note = drawnLater(async () => (await import("./note-shown")).Note);
