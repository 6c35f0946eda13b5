import type { CardHead, Folder } from "@/core/library/entities";
import type { TakesBack } from "../shared/take-back";

/** A folder that lies open on the filing desk. */
export interface OpenFolder {
  readonly folder: Folder;
  /** Its path from the top. */
  readonly path: string;
  readonly letter: string;
}

/** The filing desk: a card on top of the pile, and folders that lie open. */
export interface DeskHere extends TakesBack {
  /** Undefined where the pile was gone through. */
  readonly card: CardHead | undefined;
  readonly open: readonly OpenFolder[];
  /** The folder where cards like it lie, if there is one. */
  readonly suggested: Folder | undefined;
  file(folderId: string): void;
  alsoFile(folderId: string): void;
  readonly at: number;
  readonly left: number;
  step(by: 1 | -1): void;
  leave(): void;
}
