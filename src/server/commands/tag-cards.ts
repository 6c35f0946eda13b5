import { tagCards as shape } from "@/core/api/commands/tag-cards";
import { mostTags, withoutTag, withTag } from "@/core/library/tags";
import { namesDown, resolvePath } from "@/core/library/tree";
import { countCards } from "@/core/library/words";
import { formatPath, parsePath } from "@/core/text/names";
import { allBranches, ensurePath } from "../branches";
import { carryOut } from "../command";
import { notFound, Refusal } from "../refusal";
import { requireCards, requireRow } from "../rows";

export const tagCards = carryOut(shape, async (ledger, { cardIds, tagId, path = "", on }) => {
  const names = parsePath(path);
  const { id, made } = tagId
    ? { id: tagId, made: [] }
    : on
      ? await ensurePath(ledger, "tag", names)
      : { id: found(resolvePath(await allBranches(ledger, "tag"), names)), made: [] };
  if (id === null) throw notFound("tag");
  await requireRow(ledger, "tag", id);
  const tags = await allBranches(ledger, "tag");
  const cards = await requireCards(ledger, cardIds);
  const changes = cards.map(
    (card) => [card, { tagIds: (on ? withTag : withoutTag)(tags, card.tagIds, id) }] as const,
  );
  const full = changes.find(([, { tagIds }]) => tagIds.length > mostTags);
  if (full)
    throw new Refusal(409, "too-many", `“${full[0].name}” has ${mostTags} tags already.`, {
      hint: "Take one from it first, or give it one that implies several.",
    });
  await ledger.updateAll("card", changes);
  const word = formatPath(namesDown(tags, id));
  return {
    summary: on ? `tagged ${countCards(cards)} ${word}` : `took the tag ${word} from ${countCards(cards)}`,
    result: { tagId: id, madeTags: made },
  };
});

const found = ({ id, missing }: { id: string | null; missing: readonly string[] }) =>
  missing.length > 0 ? null : id;
