import Joi from "joi";
import { command } from "../command";
import { laidMedia, seen, type LaidMedia } from "../fields";

interface CompleteTimeline {
  readonly sessionId: string;
  readonly media: readonly LaidMedia[];
  /** The version of the timeline's row. */
  readonly seen?: number;
}

/** Puts clips into a session whose files were missing when its timeline came in. */
export const completeTimeline = command<CompleteTimeline, { targetIds: string[] }>()({
  name: "complete-timeline",
  right: "bench",
  stream: "session",
  input: Joi.object({ media: laidMedia.min(1), seen }),
});
