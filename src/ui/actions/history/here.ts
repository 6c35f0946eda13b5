import type { HistoryEntry } from "@/core/api/operations/history";

export interface HistoryHere {
  readonly entry: HistoryEntry | undefined;
  takeBackChange(change: HistoryEntry): unknown;
  find(): void;
  /** Whether it is the history of one thing alone. */
  readonly isNarrowed: boolean;
  ofAll(): void;
}
