import { queryFields } from "./fields";

interface HelpLine {
  readonly query: string;
  readonly finds: string;
}

interface HelpPart {
  readonly title: string;
  readonly words: string;
  readonly lines: readonly HelpLine[];
}

const line = (query: string, finds: string): HelpLine => ({ query, finds });

/** What there is to know about queries, on one page: shown in the interface and kept in `docs/query-language.md`. */
export const queryHelp: readonly HelpPart[] = [
  {
    title: "Words",
    words:
      "A word is looked for in the name, aliases, folders, maker, effects and note. Accents and capitals do not matter. While typing in the apply bar or the filter a word is the beginning of one, initials count, and one wrong letter is forgiven; in a saved search a word is a whole word.",
    lines: [
      line("harbour room", "both words, anywhere in the card"),
      line("har*", "a word that begins so, also in a saved search"),
      line('"sea wall"', "these very characters, from one border of a word to another"),
    ],
  },
  {
    title: "Joining",
    words:
      "OR, AND and NOT count in capitals alone. Side by side means AND; it holds together more firmly than OR.",
    lines: [
      line("fog OR mist", "either of them"),
      line("room -chapel", "the first without the second; NOT chapel says the same"),
      line("(fog OR mist) lamp", "brackets hold together"),
      line("maker:(fog, gannet)", "any of several values of a field"),
    ],
  },
  {
    title: "Fields",
    words:
      "A field asks for one thing alone. = asks for the whole of a text, * for any; <, <=, > and >= compare numbers, dates and ages (h, d, w, m, y).",
    lines: queryFields.flatMap(({ examples }) => examples.map(([query, finds]) => line(query, finds))),
  },
];
