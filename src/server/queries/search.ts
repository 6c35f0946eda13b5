import { replicaOf } from "@/core/library/change";
import { headFrom, smallEntities, type SearchSort } from "@/core/library/entities";
import { Habits } from "@/core/library/habit";
import { Shelf } from "@/core/library/shelf";
import { documentsOf } from "@/core/search/documents";
import type { SearchAnswer } from "@/core/search/found";
import { Scan } from "@/core/search/scan";
import { doubledContents, headTexts } from "@/db/cards";
import { atOneMoment } from "@/db/connection";
import { readAll } from "@/db/entities";
import { readHabits } from "@/db/habits";
import { inTurn } from "@/db/turns";
import type { Member } from "../member";

interface Asked {
  readonly q: string;
  readonly sort: SearchSort;
  readonly limit: string;
  readonly explain: "true" | "false";
}

/** Cards that are looked at before others get their turn: the widest query takes some milliseconds for them. */
const atOnce = 250;

/** Gives others their turn: a large library takes a second or two to look through. */
const breathe = () => new Promise((resolve) => setImmediate(resolve));

/**
 * The cards that a query holds for a member. Looks at all cards as they come from the database, some thousand at a time, so
 * that memory does not grow with the library; one search at a time in a process.
 */
export const search = (
  { libraryId, userId }: Member,
  { q, sort, limit, explain }: Asked,
): Promise<SearchAnswer> =>
  inTurn("search", () =>
    atOneMoment(async (tx) => {
      const small: Record<string, readonly object[]> = {};
      for (const entity of smallEntities) small[entity] = await readAll(tx, entity, libraryId, userId);
      const known = replicaOf(small as never);
      const shelf = new Shelf(known);
      const doubled = await doubledContents(tx, libraryId, userId);
      const habits = new Habits();
      habits.take(await readHabits(tx, libraryId, userId));
      const scan = new Scan(q, {
        sort,
        limit: Number(limit),
        explain: explain === "true",
        moment: { now: Date.now(), offset: 0 },
      });
      for await (const heads of headTexts(tx, libraryId, userId)) {
        const cards = new Map(
          (JSON.parse(`[${heads}]`) as unknown[][]).map(headFrom).map((card) => [card.id, card]),
        );
        const isDouble = (id: string) => {
          const { fingerprint, withdrawn } = cards.get(id)!;
          return !withdrawn && doubled.has(fingerprint);
        };
        const copy = {
          known: { ...known, card: cards },
          shelf: {
            aliasesOf: shelf.aliasesOf,
            listsOf: shelf.listsOf,
            starsOf: shelf.starsOf,
            isHidden: shelf.isHidden,
            isDefault: shelf.isDefault,
            keyOf: shelf.keyOf,
            isDouble,
          },
          habitsOf: habits.of,
        };
        for (const [i, document] of documentsOf(cards.keys(), copy, userId).put.entries()) {
          scan.look(document);
          if (i % atOnce === atOnce - 1) await breathe();
        }
        await breathe();
      }
      return scan.answer();
    }),
  );
