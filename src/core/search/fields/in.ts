import { parsePath } from "../../text/names";
import { defineField } from "./define";
import { filedIn, placeTest } from "./place";

export const inFolder = defineField({
  name: "in",
  says: "a folder, or one below it",
  examples: [
    ["in:weather", "a card in a folder of this name, or below one"],
    ["in:weather/rain", "the folder rain that lies in weather"],
  ],
  read: placeTest("folder", filedIn, false),
  offers: ({ folders }) => folders().map((value) => ({ value })),
  noun: "folder",
  named: ({ folders }) => folders().map((path) => ({ folder: parsePath(path), alsoIn: [] })),
});
