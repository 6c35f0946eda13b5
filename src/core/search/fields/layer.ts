import { cardLayers } from "../../library/entities";
import { choiceTest, defineField } from "./define";

const layers = cardLayers.map((value) => ({ value }));

export const layer = defineField({
  name: "layer",
  says: "whose the card is",
  examples: [["layer:supplied", "a card that came with the library"]],
  read: choiceTest(layers, (document, value) => document.layer === value),
  offers: () => layers,
});
