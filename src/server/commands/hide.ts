import { v7 as newId } from "uuid";
import { hide as shape, type Hidden } from "@/core/api/commands/hide";
import { effectName } from "@/core/chain/describe";
import type { Hiding } from "@/core/library/entities";
import { count, countCards } from "@/core/library/words";
import { fold } from "@/core/text/fold";
import type { Ledger } from "@/db/ledger";
import { readHidings } from "@/db/marks";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { requireCards, requireRow } from "../rows";

type What = Omit<Hiding, "id" | "version" | "ownerId">;
const nothing: What = { cardId: null, folderId: null, tagId: null, effect: null, maker: null };

/** What is meant, a row each, with what it is called. */
async function meant(
  ledger: Ledger,
  { cardIds, folderId, tagId, effect, maker }: Hidden,
  on: boolean,
): Promise<{ words: string; rows: What[] }> {
  // What is gone by now can still be shown again.
  const name = async (entity: "folder" | "tag", id: string) =>
    on ? `“${(await requireRow(ledger, entity, id)).name}”` : `a ${entity}`;
  if (cardIds) {
    const words = on ? countCards(await requireCards(ledger, cardIds)) : count(cardIds.length, "card");
    return { words, rows: cardIds.map((cardId) => ({ ...nothing, cardId })) };
  }
  if (folderId) return { words: await name("folder", folderId), rows: [{ ...nothing, folderId }] };
  if (tagId) return { words: await name("tag", tagId), rows: [{ ...nothing, tagId }] };
  if (effect) return { words: effectName(effect), rows: [{ ...nothing, effect }] };
  return { words: `what is by ${maker}`, rows: [{ ...nothing, maker: maker! }] };
}

/** Hidings of one member: all of them come with every page. */
const mostHidden = 10_000;

const keyOf = (row: What): string =>
  [row.cardId, row.folderId, row.tagId, row.effect, row.maker && fold(row.maker)].join(" ");

export const hide = carryOut(shape, async (ledger, { on, ...hidden }, { userId }) => {
  const { words, rows } = await meant(ledger, hidden, on);
  const known = new Map(
    (await readHidings(ledger.db, ledger.libraryId, userId)).map((row) => [keyOf(row), row]),
  );
  if (on) {
    const added = rows.filter((row) => !known.has(keyOf(row)));
    if (known.size + added.length > mostHidden)
      throw new Refusal(
        409,
        "too-many",
        `At most ${mostHidden.toLocaleString("en")} things are hidden one by one.`,
        {
          hint: "Hide a folder or a maker instead.",
        },
      );
    await ledger.insertAll(
      "hiding",
      added.map((row) => ({ id: newId(), ownerId: userId, ...row })),
    );
  }
  if (!on)
    await ledger.deleteAll(
      "hiding",
      rows.flatMap((row) => known.get(keyOf(row)) ?? []),
    );
  return { summary: `${on ? "hid" : "showed again"} ${words}` };
});
