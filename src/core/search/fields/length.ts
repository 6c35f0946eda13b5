import { compare, defineField } from "./define";

export const length = defineField({
  name: "length",
  says: "how many settings the chain has",
  examples: [["length:>=4", "a card of four settings or more"]],
  compares: true,
  read: ({ text }, comparison) => {
    if (!/^\d{1,4}$/.test(text)) return `“${text}” is no number of settings.`;
    return {
      kind: "fact",
      holds: ({ effects }) => compare(effects.length, comparison, Number(text)),
    };
  },
  offers: () => [{ value: "1" }, { value: ">=4", says: "four or more" }],
});
