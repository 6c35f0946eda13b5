import { defineField, textTest } from "./define";

export const name = defineField({
  name: "name",
  says: "the card's name",
  examples: [
    ["name:gull", "a card with the word gull in its name"],
    ['name:="Foghorn distance"', "a card of exactly this name"],
  ],
  read: textTest("name"),
});
