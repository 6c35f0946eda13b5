import { parsePath } from "../../text/names";
import { defineField } from "./define";
import { placeTest } from "./place";

export const tag = defineField({
  name: "tag",
  says: "a tag, or one below it",
  examples: [
    ["tag:rain", "a card with this tag, or with one that implies it"],
    ["tag:weather/rain", "the tag rain that lies in weather"],
  ],
  read: placeTest("tag", ({ tags }) => tags, false),
  offers: ({ tags }) => tags().map((value) => ({ value })),
  noun: "tag",
  named: ({ tags }) => tags().map((path) => ({ tags: [parsePath(path)] })),
});
