import { defineField, textTest } from "./define";

export const maker = defineField({
  name: "maker",
  says: "who made the card",
  examples: [["maker:(yard, ringing)", "a card by either maker"]],
  read: textTest("maker"),
  offers: ({ makers }) => makers().map((value) => ({ value })),
});
