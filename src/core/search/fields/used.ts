import { timeField } from "./time";

export const used = timeField(
  {
    name: "used",
    says: "when you last applied it",
    examples: [["used:>90d", "a card you have not applied for ninety days, but did before"]],
    own: true,
  },
  (document) => document.used,
);
