import type { ReactNode } from "react";
import { countTargets } from "@/core/library/words";
import { benchPlace } from "../actions/bench";
import type { BenchHere } from "../actions/bench/here";
import { chainPlace } from "../actions/chain";
import { useActions } from "../actions/use-actions";
import { useData } from "../data/desk";
import { useBegins } from "../data/use-begins";
import type { Bench } from "./use-bench";

/** The bench's own part of what its actions ask for; the library's part is added where they are offered. */
export type OnBench = Omit<
  BenchHere,
  "role" | "card" | "chosenCards" | "cards" | "replica" | "shelf" | "begins" | "setBegins"
>;

/** Both parts. */
function useHere(here: OnBench): BenchHere {
  const { replica, shelf, member } = useData();
  const begins = useBegins();
  const pinned = here.lead?.cardId ? replica.card.get(here.lead.cardId) : undefined;
  return {
    ...here,
    ...begins,
    role: member.role,
    card: pinned,
    chosenCards: pinned ? [pinned] : [],
    cards: replica.card,
    replica,
    shelf,
  };
}

const noteOf = ({ inPlace, selected }: Bench): string | undefined => {
  if (inPlace) return `rendering ${Math.round(inPlace.progress * 100)} %`;
  return selected.length > 0 ? `on ${countTargets(selected)}` : undefined;
};

/** Offers what can be done on the bench, and draws the dialogs that are opened by it. */
export const BenchActions = ({ here }: { readonly here: OnBench }): ReactNode =>
  useActions(benchPlace, useHere(here), { note: noteOf(here.bench) });

/** Offers what can be done with the lead target's chain, and draws the dialogs that are opened by it. */
export const ChainActions = ({ here }: { readonly here: OnBench }): ReactNode =>
  useActions(chainPlace, useHere(here));
