import type { Proposal } from "./entities";

/** The offers that wait for an answer, the oldest first. */
export const openOffers = (all: Iterable<Proposal>): Proposal[] =>
  [...all].filter(({ state }) => state === "open").sort(byAge);

/** The last offer of a private card. */
export const lastOffer = (all: Iterable<Proposal>, ownCardId: string): Proposal | undefined =>
  [...all]
    .filter((one) => one.ownCardId === ownCardId)
    .sort(byAge)
    .at(-1);

const byAge = (a: Proposal, b: Proposal) =>
  a.offeredAt < b.offeredAt ? -1 : a.offeredAt > b.offeredAt ? 1 : a.id < b.id ? -1 : 1;

const words: Record<Proposal["state"], string> = {
  open: "to the team, waiting for an answer",
  accepted: "and accepted: the team has it",
  declined: "and declined",
  dropped: "and taken back",
};

/** How an offer stands, with what was said to it. */
export const sayOffer = ({ state, answer }: Proposal): string =>
  answer === "" ? words[state] : `${words[state]}: “${answer}”`;
