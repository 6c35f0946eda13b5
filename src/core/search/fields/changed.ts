import { timeField } from "./time";

export const changed = timeField(
  {
    name: "changed",
    says: "when its chain, name, note, maker or fits were last changed",
    examples: [["changed:2026-03", "a card changed in March 2026"]],
  },
  (document) => document.changed,
);
