import { defineField, textTest } from "./define";

export const note = defineField({
  name: "note",
  says: "the card's note",
  examples: [['note:"too loud"', "a card whose note says so, in these very words"]],
  read: textTest("note"),
});
