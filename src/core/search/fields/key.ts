import { defineField } from "./define";

export const key = defineField({
  name: "key",
  says: "the key that applies it",
  examples: [["key:*", "a card with a key of its own"]],
  own: true,
  read: ({ text, isOpen }) => {
    const wanted = text.toLowerCase();
    if (wanted === "" && !isOpen) return "Which key? A printed character, or * for any.";
    return {
      kind: "fact",
      holds: ({ keys }) => keys.some((one) => (isOpen ? one.startsWith(wanted) : one === wanted)),
    };
  },
  offers: ({ keys }) => [{ value: "*", says: "any" }, ...keys().map((value) => ({ value }))],
});
