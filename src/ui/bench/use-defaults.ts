import { useEffect, useMemo, useState } from "react";
import type { Replica } from "@/core/library/change";
import { useDesk, useData } from "../data/desk";
import { rememberedList } from "../state/remembered";
import { cardsOfEffects, defaultsOf, type Defaults } from "../state/bench/defaults";

/** What the member's effects begin with; the contents of the cards that say so are fetched ahead. */
export function useDefaults(): Defaults {
  const { library } = useDesk();
  const { contents } = library;
  // Most changes of cards are not of these: the list stays the same then.
  const [cardsIn] = useState(() =>
    rememberedList((effectDefault: Replica["effectDefault"], card: Replica["card"]) => [
      ...cardsOfEffects({ effectDefault, card }).values(),
    ]),
  );
  const found = useData(({ replica }) => cardsIn(replica.effectDefault, replica.card));
  const cards = useMemo(() => new Map(found.map((one) => [one.effects[0], one])), [found]);
  useEffect(() => {
    contents.ahead(Array.from(cards.values(), ({ fingerprint }) => fingerprint));
  }, [contents, cards]);
  return useMemo(() => defaultsOf(cards, contents), [cards, contents]);
}
