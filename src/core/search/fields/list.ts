import { defineField, isNamed } from "./define";

export const list = defineField({
  name: "list",
  says: "a favourites list, one of yours or of the team",
  examples: [['list:("night work", later)', "a card on either list"]],
  own: true,
  read: (term) =>
    term.text === "" && !term.isOpen
      ? "Which list?"
      : { kind: "fact", holds: ({ lists }) => lists.some((name) => isNamed(term, name)) },
  offers: ({ lists }) => lists().map((value) => ({ value })),
  noun: "favourites list",
  named: ({ lists }) => lists().map((name) => ({ lists: [name] })),
});
