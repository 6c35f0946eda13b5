import { effectsWithFiles } from "../../chain/active";
import { count } from "../../library/words";
import { aboutOne, cardsInUse } from "../cards";
import type { Finding } from "../define";
import { hideThem, withdrawThem } from "../remedies";

export const missingFiles: Finding = {
  id: "missing-files",
  title: "Missing files",
  why: "Recordings or tables that they need are not in the library. On the bench they can be chosen again, and the card kept anew.",
  of: "card",
  async find(look) {
    const cards = [...cardsInUse(look)].filter(({ effects }) =>
      effects.some((id) => effectsWithFiles.has(id)),
    );
    if (cards.length === 0) return [];
    const missing = await look.missingFiles();
    return cards.flatMap((card) => {
      const files = missing.get(card.id) ?? 0;
      return files === 0 ? [] : [{ ...aboutOne(card), figure: files }];
    });
  },
  says: ({ figure = 0 }) => `${count(figure, "file")} of it ${figure === 1 ? "is" : "are"} missing`,
  remedies: [hideThem, withdrawThem],
};
