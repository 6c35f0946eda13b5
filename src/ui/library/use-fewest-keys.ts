import { useEffect, useState } from "react";
import type { CardHead } from "@/core/library/entities";
import { ownKind } from "@/core/media";
import type { FewestKeys } from "@/core/search/fewest-keys";
import { useDesk, useData } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";

/** Milliseconds that a card is looked at before its keys are counted: not while one goes through the list. */
const rest = 150;

/** The fewest keys that put a card on what it is meant for; undefined as long as that is not known. */
export function useFewestKeys(card: CardHead | undefined): FewestKeys | null | undefined {
  const { finder, library } = useDesk();
  const data = useData();
  const indexed = useStore(library.arrival, indexedTenths);
  const [found, setFound] = useState<{ card: CardHead; fewest: FewestKeys | null } | null>(null);
  const prefers = data.member.settings.preferredFormats;
  useEffect(() => {
    if (!card || indexed < 10) return;
    let wanted = true;
    const target = {
      medium: card.medium,
      kind: card.fits[0] ?? ownKind(card.medium),
      format: card.madeFor,
      prefers,
    };
    const timer = setTimeout(() => {
      void finder
        .ask("fewestKeys", { cardId: card.id, target })
        .then((fewest) => wanted && setFound({ card, fewest }));
    }, rest);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [finder, card, indexed, data.replica, prefers]);
  return found?.card === card ? found?.fewest : undefined;
}
