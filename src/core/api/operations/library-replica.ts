import type { CardHead, EntityRows, SmallEntity } from "@/core/library/entities";
import type { Habit } from "@/core/library/habit";
import type { MemberSettings } from "@/core/library/media";
import type { Role } from "@/core/library/roles";
import { operation, ofLibrary } from "../operation";

/** Which line of changes a stream is, and how far it is known. */
interface StreamState {
  readonly of: "library" | "member";
  readonly revision: number;
}

export interface LibraryAnswer {
  readonly library: { readonly id: string; readonly name: string };
  readonly member: {
    readonly id: string;
    readonly name: string;
    readonly role: Role;
    readonly settings: MemberSettings;
  };
  readonly streams: readonly ({ readonly id: string } & StreamState)[];
  /** How the asker uses the cards. */
  readonly habits: readonly Habit[];
  /** The asker's private cards, which come with no others. */
  readonly ownCards: readonly CardHead[];
  readonly rows: { readonly [E in SmallEntity]: readonly EntityRows[E][] };
}

export const libraryReplica = operation<LibraryAnswer>()({
  method: "GET",
  path: `${ofLibrary}/replica`,
  summary: "All of a library that the asker may see, but the cards of all",
  needs: "read",
  answer:
    "`rows` by entity, `ownCards` (the asker's private ones), `habits` (how the asker uses the cards), and the `streams` with the revisions at which they stand",
});
