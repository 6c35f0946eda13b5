import { useEffect, useMemo } from "react";
import { useDesk, useData } from "../data/desk";
import { cardsOfEffects, defaultsOf, type Defaults } from "../state/bench/defaults";

/** What the member's effects begin with; the contents of the cards that say so are fetched ahead. */
export function useDefaults(): Defaults {
  const { library } = useDesk();
  const data = useData();
  const { contents } = library;
  const { effectDefault, card } = data.replica;
  const cards = useMemo(() => cardsOfEffects({ effectDefault, card }), [effectDefault, card]);
  useEffect(() => {
    contents.ahead(Array.from(cards.values(), ({ fingerprint }) => fingerprint));
  }, [contents, cards]);
  return useMemo(() => defaultsOf(cards, contents), [cards, contents]);
}
