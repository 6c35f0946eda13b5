import { compare, defineField } from "./define";

const words: Readonly<Record<string, number>> = { none: 0, rejected: -1 };

export const rating = defineField({
  name: "rating",
  says: "the stars you gave it, 1 to 5; none; rejected",
  examples: [
    ["rating:>=4", "a card to which you gave four stars or five"],
    ["rating:rejected", "a card you rejected"],
  ],
  compares: true,
  own: true,
  read: ({ text }, comparison) => {
    const word = text.toLowerCase();
    const stars = word in words ? words[word] : /^[1-5]$/.test(text) ? Number(text) : null;
    if (stars === null) return `“${text}” is none of 1 to 5, none, rejected.`;
    if (stars <= 0 && comparison !== null && comparison !== "=") return `“${text}” cannot be compared.`;
    return {
      kind: "fact",
      // What has no stars is not fewer than one.
      holds: (document) => (stars <= 0 || document.stars > 0) && compare(document.stars, comparison, stars),
    };
  },
  offers: () => ["5", "4", "3", "2", "1", "none", "rejected"].map((value) => ({ value })),
});
