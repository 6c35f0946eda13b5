import { folderSuggester } from "../../library/suggest";
import { pathOf } from "../../library/tree";
import { count } from "../../library/words";
import { aboutOne, cardsInUse, isOurs } from "../cards";
import type { Finding, Found, Look } from "../define";

/** Cards that are filed together. */
const mostAtOnce = 200;

/** Asked at every step through the list, and the same as long as the library is. */
const suggesters = new WeakMap<Look, ReturnType<typeof folderSuggester>>();

function suggesterFor(look: Look): ReturnType<typeof folderSuggester> {
  const known = suggesters.get(look) ?? folderSuggester(look.replica.card.values());
  suggesters.set(look, known);
  return known;
}

/** The folders where cards like these lie, with those that belong there; cards like which nothing lies anywhere are left out. */
function foldersFor(found: readonly Found[], look: Look): Map<string, string[]> {
  const { card: cards, folder } = look.replica;
  const suggest = suggesterFor(look);
  const folders = new Map<string, string[]>();
  for (const { ids } of found) {
    const card = cards.get(ids[0]);
    const folderId = card && suggest(card);
    if (folderId && folder.has(folderId)) folders.set(folderId, [...(folders.get(folderId) ?? []), ids[0]]);
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
