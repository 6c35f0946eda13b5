import type { Chain } from "@/core/chain/model";
import { chainDifference } from "@/core/chain/difference";
import { database } from "@/db/connection";
import { readCard, readVersions } from "@/db/cards";
import { isId } from "../ids";
import type { Member } from "../member";
import { notFound } from "../refusal";

/** Throws where the library has no such card. */
export async function requireCard({ libraryId, userId }: Member, cardId: string) {
  const card = isId(cardId) ? await readCard(database(), libraryId, userId, cardId) : null;
  if (!card) throw notFound("card");
  return card;
}

/** Every version of a card, the newest first, each with what it changed. */
export async function cardVersions(member: Member, cardId: string) {
  const card = await requireCard(member, cardId);
  const rows = await readVersions(database(), member.libraryId, cardId);
  const chains = rows.map((row) => JSON.parse(row.chainText) as Chain);
  return {
    current: card.contentVersion,
    versions: rows
      .map(({ number, authorId, at, fingerprint }, i) => ({
        number,
        authorId,
        at: at.toISOString(),
        fingerprint,
        chain: chains[i],
        difference: i === 0 ? [] : chainDifference(chains[i - 1], chains[i]),
      }))
      .reverse(),
  };
}
