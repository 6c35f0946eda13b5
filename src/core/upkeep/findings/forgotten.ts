import { aboutOne, cardsInUse, cardsOf, isForgotten } from "../cards";
import type { Finding } from "../define";
import { hideThem, withdrawThem } from "../remedies";

const day = 24 * 3_600_000;

export const forgotten: Finding = {
  id: "forgotten",
  title: "Unused for 90 days",
  why: "Nobody has applied them, and everybody passes them by.",
  of: "card",
  find: (look) => [...cardsInUse(look)].filter((card) => isForgotten(card, look)).map(aboutOne),
  says(found, look) {
    const last = Math.max(...look.habitsOf(found.ids[0]).map(({ lastAt }) => lastAt));
    if (last > 0) return `applied by you ${Math.round((look.now - last) / day)} days ago`;
    const added = cardsOf(found, look)[0]?.addedAt;
    return `added ${Math.round((look.now - Date.parse(added)) / day)} days ago`;
  },
  remedies: [hideThem, withdrawThem],
};
