import type { CardHead } from "../../library/entities";
import { suggestFolder } from "../../library/suggest";
import { pathOf } from "../../library/tree";
import { count } from "../../library/words";
import { aboutOne, cardsInUse, isOurs } from "../cards";
import type { Finding, Found, Look } from "../define";

/** Cards that are looked at together: for each kind of content all cards are gone through. */
const mostAtOnce = 200;

/** The folders where cards like these lie, with those that belong there; cards like which nothing lies anywhere are left out. */
function foldersFor(found: readonly Found[], { replica }: Look): Map<string, string[]> {
  const known = new Map<string, string | null>();
  const of = (card: CardHead) => {
    const content = `${card.medium} ${card.effects.join()}`;
    if (!known.has(content)) known.set(content, suggestFolder(replica.card.values(), card));
    return known.get(content)!;
  };
  const folders = new Map<string, string[]>();
  for (const { ids } of found) {
    const card = replica.card.get(ids[0]);
    const folderId = card && of(card);
    if (folderId && replica.folder.has(folderId))
      folders.set(folderId, [...(folders.get(folderId) ?? []), ids[0]]);
  }
  return folders;
}

export const unfiled: Finding = {
  id: "unfiled",
  title: "In no folder",
  why: "Who browses never comes upon them.",
  of: "card",
  find: (look) =>
    [...cardsInUse(look)].filter((card) => card.folderId === null && isOurs(card)).map(aboutOne),
  says: () => "not filed yet",
  remedies: [
    {
      id: "file-alike",
      most: mostAtOnce,
      words(found, look) {
        const folders = foldersFor(found, look);
        const [first] = folders.keys();
        if (found.length === 1)
          return `File it in “${pathOf(look.replica.folder, first ?? null)}”, where cards like it lie`;
        return `File ${count([...folders.values()].flat().length, "card")} where cards like them lie`;
      },
      steps: (found, look) =>
        Array.from(foldersFor(found, look), ([folderId, cardIds]) => ({
          command: "move-cards",
          input: { cardIds, folderId },
        })),
    },
  ],
};
