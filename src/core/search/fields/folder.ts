import { parsePath } from "../../text/names";
import { defineField } from "./define";
import { placeTest } from "./place";

export const folder = defineField({
  name: "folder",
  says: "the very folder the card lies in",
  examples: [["folder:weather", "a card in that folder itself, not below it"]],
  read: placeTest(true),
  offers: ({ folders }) => folders().map((value) => ({ value })),
  noun: "folder",
  named: ({ folders }) => folders().map((path) => ({ folder: parsePath(path) })),
});
