"use client";

import { useCallback, useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { impliedTags } from "@/core/library/tags";
import { count, countCards } from "@/core/library/words";
import { freeNameOfQuery } from "@/core/search/query/name";
import { writeValue } from "@/core/search/query/print";
import { parsePath } from "@/core/text/names";
import type { TypedBranch } from "@/core/library/branch-offers";
import { useDesk, useData } from "../data/desk";
import { BranchDialog } from "./branch-dialog";
import { havingOf } from "./key-chooser";
import { useHidden } from "./use-hidden";

/** The tags of some cards. */
export function TagDialog({ cards, onClose }: { cards: readonly CardHead[]; onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const { tag: tags } = data.replica;
  const { tags: aside } = useHidden();
  const having = useMemo(() => {
    const each = cards.map(({ id, tagIds }) =>
      impliedTags(tags, data.replica.card.get(id)?.tagIds ?? tagIds),
    );
    return (tagId: string) => havingOf(each, (of) => of.has(tagId));
  }, [cards, tags, data.replica.card]);
  const cardIds = cards.map(({ id }) => id);
  const says = useCallback(
    (id: string) => count(data.shelf.count({ kind: "tag", id }), "card"),
    [data.shelf],
  );
  const giveAll = (branches: readonly TypedBranch[]) => {
    const tags = branches.map(({ id, path }) => (id === null ? { path } : { tagId: id }));
    return act("tag-cards", { cardIds, tags, on: true });
  };
  return (
    <BranchDialog
      title={`Tags of ${countCards(cards)}`}
      noun="tag"
      rows={tags}
      aside={aside}
      havingOf={having}
      says={says}
      onTake={(tagId, on) => void act("tag-cards", { cardIds, tagId, on })}
      onMake={
        may(data.member.role, "keep") ? (path) => void act("tag-cards", { cardIds, path, on: true }) : null
      }
      onTakeAll={(branches) => void giveAll(branches)}
      onKeepSearch={async (branches) => {
        // At once, so that no second press asks for it again and the next keys are the screen's.
        onClose();
        if (!(await giveAll(branches))) return;
        const query = branches.map(({ path }) => `tag:${writeValue(parsePath(path).join("/"))}`).join(" ");
        const name = freeNameOfQuery(query, data.replica.savedSearch.values());
        await act("keep-search", { name, query, sort: "name" });
      }}
      onClose={onClose}
    />
  );
}
