import { countOwnCards } from "@/db/cards";
import type { Ledger } from "@/db/ledger";
import { Refusal } from "./refusal";

/** Private cards come with the first answer that a page waits for. */
const mostOwn = 2000;

/** Refuses where a member would have too many private cards with so many more. */
export async function refuseTooMany(ledger: Ledger, ownerId: string, more = 1): Promise<void> {
  const own = await countOwnCards(ledger.db, ledger.libraryId, ownerId);
  if (own + more > mostOwn)
    throw new Refusal(409, "too-many", `You have ${own.toLocaleString("en")} private cards already.`, {
      hint: `At most ${mostOwn.toLocaleString("en")} are yours alone. Offer some to the team.`,
    });
}
