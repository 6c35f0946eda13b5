import { tokens } from "../tokens";
import { fold } from "../../text/fold";
import { defineField, isNamed } from "./define";

export const by = defineField({
  name: "by",
  says: "who kept the card",
  examples: [["by:curator", "a card that the curator kept"]],
  read: (term) => {
    if (fold(term.text) === "" && !term.isOpen) return "By whom? Give a name.";
    const known = new Map<string, boolean>();
    const decide = (who: string) =>
      who !== "" &&
      (isNamed(term, who) || (!term.isPhrase && tokens(who).some(({ text }) => isNamed(term, text))));
    return {
      kind: "fact",
      holds: ({ by: who }) => {
        let holds = known.get(who);
        if (holds === undefined) known.set(who, (holds = decide(who)));
        return holds;
      },
    };
  },
  offers: ({ members }) => members().map((value) => ({ value })),
  noun: "member",
  named: ({ members }) => members().map((by) => ({ by })),
});
