import type { Session, Target, TimelineHead } from "@/core/library/entities";
import type { MediaFacts } from "@/core/library/media";
import { operation, ofLibrary } from "../operation";

export interface Media {
  readonly id: string;
  readonly name: string;
  readonly facts: MediaFacts;
}

export interface SessionAnswer {
  readonly session: Session;
  readonly stream: { readonly id: string | null; readonly revision: number };
  readonly targets: readonly Target[];
  /** The one that it began with, where it did. */
  readonly timelines: readonly TimelineHead[];
  readonly media: readonly Media[];
}

export const sessionReplica = operation<SessionAnswer>()({
  method: "GET",
  path: `${ofLibrary}/sessions/{sessionId}`,
  summary: "A bench session with its targets",
  needs: "read",
  answer:
    "`session`, `stream`, `targets`, `timelines` (one where it began with one: its name and which files are `missing`), and the facts of their `media`",
});
