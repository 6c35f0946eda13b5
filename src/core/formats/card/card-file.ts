import type { Chain } from "../../chain/model";
import type { TargetKind } from "../../media";

/** What one card carries when it travels as a file. Never levels, sends, routing or edits of a session. */
export interface CardFile {
  readonly name: string;
  readonly note: string;
  /** Who made it; empty where nobody said. */
  readonly maker: string;
  /** What it is made for, as `sayFormat` writes it; empty for anything. */
  readonly madeFor: string;
  readonly fits: readonly TargetKind[];
  /** Names of its folders from the top; empty for an unfiled card. */
  readonly folder: readonly string[];
  readonly chain: Chain;
  /** What its effects depend on: impulse responses, textures, tables. Those that are too large to travel are named alone. */
  readonly files: readonly CarriedFile[];
}

/** A file that a card depends on. */
export interface CarriedFile {
  /** SHA-256 of its bytes, 64 digits. */
  readonly sha256: string;
  readonly name: string;
  /** Its bytes (RFC 4648); absent where it travels apart. */
  readonly base64?: string;
}

export const cardFormat = "fichier-card";
export const cardFormatVersion = 1;
/** Characters of a card without the files that it carries; a chain of 64 settings stays far below. */
export const longestCard = 500_000;
/** Bytes of the files that a card carries, together; a long impulse response is a few megabytes. */
export const mostCarried = 24 * 2 ** 20;
/** Characters of a card with its files, which base64 makes longer by a third. */
export const longestCardFile = longestCard + Math.ceil((mostCarried * 4) / 3);
export const cardExtension = ".card.json";
