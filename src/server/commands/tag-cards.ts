import { tagCards as shape } from "@/core/api/commands/tag-cards";
import { mostTags, withoutTag, withTag } from "@/core/library/tags";
import { namesDown, resolvePath } from "@/core/library/tree";
import { countCards } from "@/core/library/words";
import { formatPath, parsePath } from "@/core/text/names";
import { allBranches, ensurePath } from "../branches";
import { carryOut } from "../command";
import { notFound, Refusal } from "../refusal";
import { requireCards, requireRow } from "../rows";

export const tagCards = carryOut(shape, async (ledger, { cardIds, tagId, path, tags: several, on }) => {
  const ids: string[] = [];
  const madeTags: string[] = [];
  for (const named of several ?? [{ tagId, path }]) {
    const names = parsePath(named.path ?? "");
    const { id, made } = named.tagId
      ? { id: named.tagId, made: [] }
      : on
        ? await ensurePath(ledger, "tag", names)
        : { id: found(resolvePath(await allBranches(ledger, "tag"), names)), made: [] };
    if (id === null) throw notFound("tag");
    await requireRow(ledger, "tag", id);
    ids.push(id);
    madeTags.push(...made);
  }
  const tags = await allBranches(ledger, "tag");
  const cards = await requireCards(ledger, cardIds);
  const change = on ? withTag : withoutTag;
  const changes = cards.map(
    (card) => [card, { tagIds: ids.reduce((has, id) => change(tags, has, id), card.tagIds) }] as const,
  );
  const full = changes.find(([, { tagIds }]) => tagIds.length > mostTags);
  if (full)
    throw new Refusal(409, "too-many", `“${full[0].name}” has ${mostTags} tags already.`, {
      hint: "Take one from it first, or give it one that implies several.",
    });
  await ledger.updateAll("card", changes);
  const words = ids.map((id) => formatPath(namesDown(tags, id))).join(", ");
  const noun = ids.length === 1 ? "tag" : "tags";
  return {
    summary: on
      ? `tagged ${countCards(cards)} ${words}`
      : `took the ${noun} ${words} from ${countCards(cards)}`,
    result: { tagId: ids[0], madeTags },
  };
});

const found = ({ id, missing }: { id: string | null; missing: readonly string[] }) =>
  missing.length > 0 ? null : id;
