import type { JsonRecord } from "../../formats/timeline/model";
import type { LaidTrack } from "../timeline/items";
import { wantedOf, type Wanted } from "../timeline/laid";
import { defineEntity, type Versioned } from "./define";

/** The timeline that a session began with; what is not understood of it is kept, and goes out again. */
export interface Timeline extends Versioned {
  readonly sessionId: string;
  readonly name: string;
  /** The timeline without its tracks. */
  readonly json: JsonRecord;
  readonly tracks: readonly LaidTrack[];
}

/** What a copy of the session keeps of it. */
export interface TimelineHead extends Versioned {
  readonly sessionId: string;
  readonly name: string;
  /** The clips whose file has not been found. */
  readonly missing: readonly Wanted[];
}

export const timeline = defineEntity<Timeline, TimelineHead>()({
  noun: "timeline",
  of: "session",
  nameOf: (row) => row.name,
  silent: ["json", "tracks"],
  headOf: ({ json: _, tracks, ...fields }) => ({ ...fields, ...(tracks && { missing: wantedOf(tracks) }) }),
});
