import type { Card, Folder } from "@/core/library/entities";
import { refusal } from "@/core/library/filing";
import { Refusal } from "./refusal";

/** Refuses cards that a folder does not take, naming the first of them. */
export function refuseUnfit(folder: Folder | null, cards: readonly Card[]): void {
  if (!folder) return;
  const reasons = cards.flatMap((card) => refusal(folder, card) ?? []);
  if (reasons.length === 0) return;
  const others = reasons.length > 1 ? ` (${reasons.length - 1} more do not fit either)` : "";
  throw new Refusal(409, "unfit", `${reasons[0]}${others}`, {
    field: "path",
    hint: "Choose another folder, or let this one take them.",
  });
}
