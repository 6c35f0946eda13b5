import { defineField, textTest } from "./define";

export const alias = defineField({
  name: "alias",
  says: "an alias, your own or the team's",
  examples: [["alias:*", "a card with any alias"]],
  // Which aliases there are is a member's own matter.
  own: true,
  read: textTest("alias"),
  offers: ({ aliases }) => aliases().map((value) => ({ value })),
});
