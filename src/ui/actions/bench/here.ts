import type { WayId } from "@/core/chain/ways";
import type { InputOf } from "@/core/api/commands";
import type { Chain } from "@/core/chain/model";
import type { CardHead, Session, Target } from "@/core/library/entities";
import type { Step } from "@/core/library/steps";
import type { Stage } from "@/core/library/stages";
import { groupKindsOf } from "@/core/media";
import { may } from "@/core/library/roles";
import type { Bench } from "../../bench/use-bench";
import type { CardHere } from "../shared/card";
import type { SelectsAll } from "../shared/select-all";
import type { TakesBack } from "../shared/take-back";

/** What the actions of the bench ask for. `card` is the one that is on the lead target. */
export interface BenchHere extends CardHere, TakesBack, SelectsAll {
  readonly session: Session;
  readonly lead: Target | null;
  readonly selected: readonly Target[];
  /** All of the session, in their order. */
  readonly targets: readonly Target[];
  readonly cards: ReadonlyMap<string, CardHead>;
  readonly bench: Bench;
  /** The setting that is pointed at or has the focus, by its place. */
  readonly setting: number | null;
  /** The focus came among the settings by keys; a slider that was dragged leaves the keys of cards as they are. */
  readonly isAtSettings: boolean;
  /** How cards usually come onto what is selected. */
  readonly way: WayId;
  /** The setting that is open. */
  readonly open: number | null;
  openSetting(at: number | null): void;
  /** Once it is drawn. */
  focusSetting(at: number): void;
  /** Onto the first control of a setting, once it is drawn. */
  focusControl(at: number): void;
  /** Opens a setting with its lanes, and goes to them. */
  focusLanes(at: number): void;
  focusStrength(): void;
  focusTargets(): void;
  /** Opens the apply bar, within a saved search or folder where one is named. */
  find(scopeId?: string): void;
  /** Tries the cards that were found last one after another, from the first or the last on. */
  tryCandidates(by: 1 | -1): void;
  /** The ids of the targets that are not as most of their series are. */
  readonly exceptions: readonly string[];
  openSheet(): void;
  togglePads(): void;
  /** What was done on the bench last, as steps for whatever is selected another time. */
  readonly learnt: readonly Step[];
  /** Settings of the draft chain for the lead target's medium. */
  readonly drafted: number;
  /** Settings of the one before, which came to an end. */
  readonly endedDraft: number;
  toDraft(): void;
  bringDraftBack(): void;
  /** The member's order of work for the lead target's medium. */
  readonly stages: readonly Stage[];
  /** Opens the apply bar with what is offered at a stage. */
  findAt(stage: Stage): void;
  /** After a card was kept from the lead target. */
  kept(cardId: string, contentVersion: number, chain: Chain): void;
  bringUp(cardId: string): void;
}

export const mayShape = ({ role }: Pick<BenchHere, "role">): boolean => may(role, "bench");
/** What the lead target is can be mixed: sent to groups, muted, heard alone. */
export const isMixed = ({ lead }: Pick<BenchHere, "lead">): boolean =>
  lead !== null && groupKindsOf(lead.chain.medium).length > 0;

/** Sends an edit of all that is selected. */
export const editSelected = (
  { act, session, selected }: BenchHere,
  set: Omit<InputOf<"edit-target">, "sessionId" | "targetIds">,
) => act("edit-target", { sessionId: session.id, targetIds: selected.map((t) => t.id), ...set });
