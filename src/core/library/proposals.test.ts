import { describe, expect, it } from "vitest";
import { aProposal } from "../../../testing/library";
import { lastOffer, openOffers, sayOffer } from "./proposals";

const offers = [
  aProposal({ id: "b", offeredAt: "2026-03-02T00:00:00.000Z" }),
  aProposal({ id: "a", offeredAt: "2026-03-01T00:00:00.000Z", state: "declined", answer: "Too wet" }),
  aProposal({ id: "c", offeredAt: "2026-02-01T00:00:00.000Z", ownCardId: "card-2" }),
];

describe("offers to the team", () => {
  it("wait in the order in which they were made", () =>
    expect(openOffers(offers).map(({ id }) => id)).toEqual(["c", "b"]));
  it("stand as the last one of a card does", () => {
    expect(lastOffer(offers, "card-1")?.id).toBe("b");
    expect(lastOffer(offers, "card-3")).toBeUndefined();
    expect(offers.map(sayOffer)).toEqual([
      "to the team, waiting for an answer",
      "and declined: “Too wet”",
      "to the team, waiting for an answer",
    ]);
  });
});
