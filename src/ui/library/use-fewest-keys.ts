import { useEffect, useState } from "react";
import { ownKind } from "@/core/media";
import type { FewestKeys } from "@/core/search/fewest-keys";
import { useDesk, useSettings } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { onIndexChange } from "../data/standing-question";
import { useCard } from "./use-card";

/** Milliseconds that a card is looked at before its keys are counted: not while one goes through the list. */
const rest = 150;

const isSame = (a: FewestKeys | null, b: FewestKeys | null) =>
  a?.keys === b?.keys && a?.typed === b?.typed && a?.key === b?.key;

/** The fewest keys that put a card on what it is meant for, null where there are none; undefined as long as that is not known. */
export function useFewestKeys(id: string): FewestKeys | null | undefined {
  const { finder, library } = useDesk();
  const { preferredFormats: prefers } = useSettings();
  const medium = useCard(id, (card) => card.medium);
  const kind = useCard(id, (card) => card.fits[0] ?? ownKind(card.medium));
  const format = useCard(id, (card) => card.madeFor);
  const [found, setFound] = useState<{ id: string; fewest: FewestKeys | null } | null>(null);
  useEffect(() => {
    if (medium === undefined || kind === undefined || format === undefined) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let wanted = true;
    const count = async () => {
      const fewest = await finder.ask("fewestKeys", {
        cardId: id,
        target: { medium, kind, format, prefers },
      });
      if (!wanted) return;
      setFound((before) => (before?.id === id && isSame(before.fewest, fewest) ? before : { id, fewest }));
    };
    const begin = () => {
      clearTimeout(timer);
      // Before the index knows all cards the way would be another one.
      if (indexedTenths(library.arrival.get()) >= 10) timer = setTimeout(() => void count(), rest);
    };
    begin();
    const stop = onIndexChange(library, begin);
    return () => {
      wanted = false;
      clearTimeout(timer);
      stop();
    };
  }, [finder, library, id, medium, kind, format, prefers]);
  return found?.id === id ? found.fewest : undefined;
}
