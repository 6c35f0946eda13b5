import type { CardRating } from "@/core/api/operations/card-rating";
import { database } from "@/db/connection";
import { meanRating } from "@/db/marks";
import type { Member } from "../member";
import { requireCard } from "./card-versions";

/** What the members think of a card together. Throws where the library has no such card. */
export async function cardRating(member: Member, cardId: string): Promise<CardRating> {
  const { id } = await requireCard(member, cardId);
  return meanRating(database(), member.libraryId, id);
}
