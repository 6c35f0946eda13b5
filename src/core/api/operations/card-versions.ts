import type { Chain } from "@/core/chain/model";
import { operation, ofLibrary } from "../operation";

/** One content of a card, with what it changed against the one before. */
interface CardVersion {
  readonly number: number;
  readonly authorId: string | null;
  readonly at: string;
  readonly fingerprint: string;
  readonly chain: Chain;
  readonly difference: readonly string[];
}

/** The contents of a card, the newest first. */
export interface CardVersions {
  readonly current: number;
  readonly versions: readonly CardVersion[];
}

export const cardVersions = operation<CardVersions>()({
  method: "GET",
  path: `${ofLibrary}/cards/{cardId}/versions`,
  summary: "The contents a card has had",
  needs: "read",
  answer: "`versions`, the newest first, each with its chain and what it changed",
});
