import type { HistoryEntry } from "@/core/api/operations/history";

export interface HistoryHere {
  readonly entry: HistoryEntry | undefined;
  takeBackChange(change: HistoryEntry): unknown;
  find(): void;
}
