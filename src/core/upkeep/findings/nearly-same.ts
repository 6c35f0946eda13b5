import { likeness } from "../../measure/likeness";
import { comparedMedia, type ComparedMedium } from "../../media";
import { bestFirst, cardsInUse, cardsOf } from "../cards";
import type { Finding } from "../define";
import { hideOthers, withdrawOthers } from "../remedies";

export const nearlySame: Finding = {
  id: "nearly-same",
  title: "Nearly the same",
  why: "What they make of a test signal or chart differs by less than one hears or sees.",
  of: "card",
  firstStays: true,
  async find(look) {
    const found = [];
    let left = 0;
    for (const medium of comparedMedia) {
      const cards = [...cardsInUse(look)].filter((card) => card.medium === medium);
      const known = new Map(cards.map((card) => [card.id, card]));
      const near = await look.nearPairs(medium, cards);
      left += near.left;
      for (const { ids, apart } of near.pairs) {
        const pair = bestFirst(
          ids.flatMap((id) => known.get(id) ?? []),
          look,
        );
        // Variants are meant to do the same, each on its own format.
        const [one, other] = pair;
        const areVariants = one && one.groupId !== null && one.groupId === other?.groupId;
        if (pair.length === 2 && !areVariants)
          found.push({ id: [...ids].sort().join(" "), ids: pair.map(({ id }) => id), figure: apart });
      }
    }
    return { found: found.sort((a, b) => a.figure - b.figure), left };
  },
  says(found, look) {
    const [first, other] = cardsOf(found, look);
    const { unit } = likeness[first.medium as ComparedMedium];
    return `${found.figure!.toFixed(1)} ${unit} from “${other?.name}”`;
  },
  remedies: [withdrawOthers, hideOthers],
};
