import { timeField } from "./time";

export const added = timeField(
  {
    name: "added",
    says: "when the card was kept",
    examples: [
      ["added:<7d", "a card kept in the last seven days"],
      ["added:>2026-01-31", "a card kept after that day"],
    ],
  },
  (document) => document.added,
);
