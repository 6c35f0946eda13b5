import { isRecord } from "../../chain/model";
import {
  secondsOfTime,
  type JsonRecord,
  type TimelineItem,
  type TimelineTrack,
} from "../../formats/timeline/model";
import { availableSpan, offsetsOf, shownSpan } from "../../formats/timeline/read";

/** A child of a timeline's track, and what it has become in the session. */
export interface LaidItem extends TimelineItem {
  /** Null for what is no clip, and for clips whose file has not been found. */
  readonly targetId: string | null;
}

export interface LaidTrack extends Omit<TimelineTrack, "items"> {
  /** The track of the session that its sounds go to; null where it has none. */
  readonly targetId: string | null;
  readonly items: readonly LaidItem[];
}

/** The stretch of its file that a clip shows, in seconds from the file's begin; `null`: all of it. */
export function shownOf(clip: JsonRecord): readonly [number, number] | null {
  const shown = shownSpan(clip);
  if (!shown) return null;
  const available = availableSpan(clip);
  const from = secondsOfTime(shown.start) - (available ? secondsOfTime(available.start) : 0);
  return [from, from + secondsOfTime(shown.duration)];
}

/** True for a transition that is shown as a dissolve. The name is OpenTimelineIO's own. */
export const isDissolve = (json: JsonRecord): boolean => json.transition_type === "SMPTE_Dissolve";

/** How long a transition lasts, in seconds. */
export const transitionLength = (json: JsonRecord): number => {
  const { before, after } = offsetsOf(json);
  return before + after;
};

/** True for a transition that was written here, of a session in which the end of the clip before is shown once more. */
export function isShownAgain({ metadata }: JsonRecord): boolean {
  const own = isRecord(metadata) ? metadata.fichier : undefined;
  return isRecord(own) && own.again === true;
}
/** The metadata that mark such a transition. */
export const shownAgain: JsonRecord = { fichier: { again: true } };
