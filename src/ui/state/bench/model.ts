import type { InputOf, CommandName, ResultOf } from "@/core/api/commands";
import type { CommandAnswer } from "@/core/api/command";
import type { Chain } from "@/core/chain/model";
import type { WayId } from "@/core/chain/ways";
import type { CardHead, Target } from "@/core/library/entities";
import type { Habit } from "@/core/library/habit";
import type { SelectionState } from "@/core/library/selection";
import type { TimeRange } from "@/core/library/stand";
import type { Step } from "@/core/library/steps";
import type { Medium } from "@/core/media";
import type { LibraryData } from "../../data/library-store";
import type { Notice } from "../../data/notices";
import type { SessionData, SessionState } from "../../data/session-store";
import type { Store } from "../../data/store";
import type { Conflict, Shape } from "./edits";
import type { InPlaceState, RenderLine } from "./in-place";
import type { Marked } from "./marked";

/** A card that is heard or seen on the selected material without being applied. */
export type Audition = Shape;

/** How a card is put on. */
export interface Applying {
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** Percent. */
  readonly strength: number;
  readonly just?: { readonly chain?: Chain };
  /** How many keys it took. */
  readonly keys?: number;
}

/** Something that is put on with others: a card's content, or settings by themselves. */
export interface PutItem {
  readonly name: string;
  readonly chain: Chain;
  readonly card?: CardHead;
}

/** The bench's own state, besides the session and the library. */
export interface BenchOwn {
  /** Whether a sound is heard with the rest of its session, or by itself. */
  readonly inMix: boolean;
  /** The marked stretches of all targets. */
  readonly marked: Marked;
  /** The last changes made here, as steps that can be repeated. */
  readonly learnt: readonly Step[];
  /** The medium that alone is to be listed, where there are others. */
  readonly wanted: Medium | null;
  /** Rows that were selected; those that have come or gone since are not looked at yet. */
  readonly selection: SelectionState;
}

/** The bench as it is shown. */
export interface BenchView {
  readonly session: SessionData;
  /** In order, with what was changed here laid over what the server knows. */
  readonly targets: readonly Target[];
  /** The media of those, and the one that alone is listed; null for all. */
  readonly media: readonly Medium[];
  readonly narrowed: Medium | null;
  /** The listed targets. */
  readonly listed: readonly Target[];
  /** The ids of those that are not as most of their series are. */
  readonly exceptions: readonly string[];
  readonly selection: SelectionState;
  readonly selected: readonly Target[];
  readonly lead: Target | null;
  /** The stretch of the timeline that is marked on the lead target; null where that has no sound of its own. */
  readonly range: TimeRange | null;
  readonly inMix: boolean;
  readonly marked: Marked;
  readonly learnt: readonly Step[];
  /** A target that somebody else changed while it was being changed here; nothing of either is lost until one is chosen. */
  readonly conflict: Conflict | null;
  /** The rendering in place that is under way. */
  readonly inPlace: InPlaceState | null;
}

/** The bench's surroundings: session, library, server. */
export interface BenchRoom {
  /** The session's copy; its data are there. */
  readonly session: Store<SessionState>;
  readonly library: Store<{ readonly data: LibraryData | null }>;
  readonly contents: {
    /** Rejects where it cannot be had. */
    get(fingerprint: string): Promise<Chain>;
    peek(fingerprint: string): { readonly chain?: Chain } | undefined;
  };
  readonly renderings: RenderLine;
  send<N extends CommandName>(
    command: N,
    makeInput: () => InputOf<N>,
    isAgain?: (refusal: unknown) => boolean,
  ): Promise<CommandAnswer<ResultOf<N>>>;
  /** Counts an edit that waits to be sent as unsaved, until the returned function is called. */
  hold(): () => void;
  tell(notice: Notice): void;
  takeBack(direction: "undo" | "redo"): Promise<void>;
  takeHabits(habits: readonly Habit[]): void;
  /** Draws a card for each step of a routine that puts one on by chance; rejects where there is none. */
  draw(steps: readonly Step[], target: Target): Promise<string[]>;
  /** Whether the server may answer later to what it did not answer to. */
  isPassing(error: unknown): boolean;
  wait(milliseconds: number): Promise<void>;
  /** Which target leads, for the next visit. */
  rememberLead(sessionId: string, targetId: string): void;
}
