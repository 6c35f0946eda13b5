import { media, mediumIds } from "../../media";
import { choiceTest, defineField } from "./define";

const choices = mediumIds.map((value) => ({
  value,
  also: [media[value].piece, media[value].plural, media[value].sign.name],
}));

export const medium = defineField({
  name: "medium",
  says: "what the card is for",
  examples: [["medium:image", "a card for pictures"]],
  read: choiceTest(choices, (document, value) => document.medium === value),
  offers: () => mediumIds.map((value) => ({ value, says: media[value].plural })),
});
