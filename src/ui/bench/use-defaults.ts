import { useEffect, useMemo, useState } from "react";
import type { Replica } from "@/core/library/change";
import { useDesk, useData } from "../data/desk";
import { rememberedList } from "../state/remembered";
import { beginningsOf, defaultsOf, isCard, type Defaults } from "../state/bench/defaults";

/** The beginnings of the member's effects; the contents of cards among them are fetched ahead. */
export function useDefaults(): Defaults {
  const { library } = useDesk();
  const { contents } = library;
  // Most changes of cards are not of these: the list stays the same then.
  const [listed] = useState(() =>
    rememberedList((effectDefault: Replica["effectDefault"], card: Replica["card"]) =>
      beginningsOf({ effectDefault, card }),
    ),
  );
  const beginnings = useData(({ replica }) => listed(replica.effectDefault, replica.card));
  useEffect(() => {
    contents.ahead(beginnings.flatMap((one) => (isCard(one) ? one.fingerprint : [])));
  }, [contents, beginnings]);
  return useMemo(() => defaultsOf(beginnings, contents), [beginnings, contents]);
}
