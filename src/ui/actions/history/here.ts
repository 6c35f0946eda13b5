import type { HistoryEntry } from "../../data/wire";

export interface HistoryHere {
  readonly entry: HistoryEntry | undefined;
  takeBackChange(change: HistoryEntry): unknown;
  find(): void;
}
