import { parsePath } from "../../text/names";
import { defineField } from "./define";
import { filedIn, placeTest } from "./place";

export const folder = defineField({
  name: "folder",
  says: "the very folder the card is filed in",
  examples: [["folder:weather", "a card in that folder itself, not below it"]],
  read: placeTest("folder", filedIn, true),
  offers: ({ folders }) => folders().map((value) => ({ value })),
  noun: "folder",
  named: ({ folders }) => folders().map((path) => ({ folder: parsePath(path), alsoIn: [] })),
});
