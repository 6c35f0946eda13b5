import type { CommandName, InputOf } from "../api/commands";
import type { Replica } from "../library/change";
import type { CardHead } from "../library/entities";
import type { Habit } from "../library/habit";
import type { Shelf } from "../library/shelf";
import type { NearPairs } from "../measure/likeness/near-pairs";
import type { ComparedMedium } from "../media";
import type { FewestKeys } from "../search/fewest-keys";

/** All there is of a kind, and how many things there was no time to look at. */
interface Looked {
  readonly found: readonly Found[];
  readonly left: number;
}

/** What a finding looks at. */
export interface Look {
  readonly replica: Replica;
  readonly shelf: Shelf;
  readonly habitsOf: (cardId: string) => readonly Habit[];
  /** Milliseconds since 1970. */
  readonly now: number;
  /** The member who looks. */
  readonly memberId: string;
  /** The cards that some member has applied since `longUnused` ago; null where that is not known. */
  readonly usedLately: ReadonlySet<string> | null;
  /** Asks the index; see `search/fewest-keys`. */
  fewestKeys(card: CardHead): Promise<FewestKeys | null>;
  /** Asks the server, which knows contents: of cards that need files the library does not have, how many those are. */
  missingFiles(): Promise<ReadonlyMap<string, number>>;
  /** Asks who compares what cards do; see `measure/likeness/near-pairs`. */
  nearPairs(medium: ComparedMedium, cards: readonly CardHead[]): Promise<NearPairs>;
}

/** Something that wants tidying. */
export interface Found {
  /** The same as long as it is the same matter. */
  readonly id: string;
  /** The rows that it is about, of the finding's kind; the first is the one that stays, where one goes. */
  readonly ids: readonly string[];
  /** What was measured of it. */
  readonly figure?: number;
  /** The alias that its remedy gives, and the keys that recalling the card takes now; where that was worked out while looking. */
  readonly gives?: { readonly alias: string; readonly keys: number };
}

/** A command with its input. */
export type Step = {
  [N in CommandName]: { readonly command: N; readonly input: InputOf<N> };
}[CommandName];

/** What puts things right: commands, so that it is a change like any other and can be taken back. */
export interface Remedy {
  readonly id: string;
  /** For how many it can be done at once; the others are left for the next time. */
  readonly most: number;
  /** What it does to these, from the verb on. */
  words(found: readonly Found[], look: Look): string;
  /** In the order in which they are to be done; of those that there is nothing to be done for, nothing. */
  steps(found: readonly Found[], look: Look): Step[];
}

/** The kinds of row that findings are about. */
type FoundEntity = "card" | "folder" | "tag" | "favouritesList" | "alias" | "keyBinding";

/** A kind of thing that wants tidying: a file of `findings` and a line in `upkeep`. */
export interface Finding {
  readonly id: string;
  readonly title: string;
  /** Why it matters, in a sentence. */
  readonly why: string;
  readonly of: FoundEntity;
  /** Of the rows of each matter the first stays, and the others go. */
  readonly firstStays?: true;
  /** All there is of it. Pure of `look`; may take its time. */
  find(look: Look): readonly Found[] | Promise<readonly Found[] | Looked>;
  /** What is to be said of one, besides the names of its rows. */
  says(found: Found, look: Look): string;
  /** The usual one first. */
  readonly remedies: readonly Remedy[];
}

/** Milliseconds without use after which a card is called unused: ninety days. */
export const longUnused = 90 * 24 * 3_600_000;

/** A list that is longer than this is not looked through any more but searched. */
export const longestList = 24;
