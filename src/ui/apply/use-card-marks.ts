import { useMemo } from "react";
import type { Replica } from "@/core/library/change";

/** What members have put on cards, by card: aliases as one text, own ones first; the key; the Favourites mark. */
export function useCardMarks({ alias, keyBinding, favourite }: Replica) {
  return useMemo(() => {
    const aliases = new Map<string, string>();
    const ownFirst = [...alias.values()].sort(
      (a, b) => Number(a.ownerId === null) - Number(b.ownerId === null),
    );
    for (const { cardId, text } of ownFirst)
      aliases.set(cardId, [aliases.get(cardId), text].filter(Boolean).join(" "));
    const keys = new Map(Array.from(keyBinding.values(), ({ cardId, key }) => [cardId, key]));
    const favourites = new Set(Array.from(favourite.values(), ({ cardId }) => cardId));
    return { aliases, keys, favourites };
  }, [alias, keyBinding, favourite]);
}
