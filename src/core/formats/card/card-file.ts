import type { Chain } from "../../chain/model";
import type { TargetKind } from "../../library/entities";

/** What one card carries when it travels as a file. Never levels, sends, routing or edits of a session. */
export interface CardFile {
  readonly name: string;
  readonly note: string;
  readonly fits: readonly TargetKind[];
  /** Names of its folders from the top; empty for an unfiled card. */
  readonly folder: readonly string[];
  readonly chain: Chain;
}

export const cardFormat = "fichier-card";
export const cardFormatVersion = 1;
/** Characters; a chain of 64 settings stays far below. */
export const longestCardFile = 1_000_000;
export const cardExtension = ".card.json";
