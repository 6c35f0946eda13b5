import { count } from "../../library/words";
import { isForgotten } from "../cards";
import { longestList, type Finding, type Found, type Look, type Step } from "../define";

/** The cards of a list that nobody uses. */
const idleOn = (listId: string, look: Look): string[] =>
  look.shelf.at({ kind: "list", id: listId }).filter((id) => {
    const card = look.replica.card.get(id);
    return card !== undefined && isForgotten(card, look);
  });

const idle = (found: readonly Found[], look: Look) => found.flatMap(({ ids }) => idleOn(ids[0], look));

export const longLists: Finding = {
  id: "long-lists",
  title: "Too long favourites lists",
  why: `Beyond ${longestList} cards a list is searched, not looked through.`,
  of: "favouritesList",
  find: (look) =>
    look.shelf.allLists().flatMap(({ id }) => {
      const length = look.shelf.count({ kind: "list", id });
      return length > longestList ? [{ id, ids: [id], figure: length }] : [];
    }),
  says: (found, look) => `${count(found.figure!, "card")}, ${idle([found], look).length} unused for 90 days`,
  remedies: [
    {
      id: "take-off-idle",
      most: 100,
      words: (found, look) =>
        `Take the ${count(idle(found, look).length, "card")} off that nobody used for 90 days`,
      steps: (found, look) =>
        found.flatMap(({ ids: [listId] }): Step[] => {
          const list = look.replica.favouritesList.get(listId);
          const cardIds = idleOn(listId, look);
          if (!list || cardIds.length === 0) return [];
          const command = list.ownerId === null ? "mark-team-cards" : "mark-cards";
          return [{ command, input: { cardIds, listId, on: false } }];
        }),
    },
  ],
};
