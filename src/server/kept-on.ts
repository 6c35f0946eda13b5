import { goesOn, type Medium } from "@/core/media";
import type { Ledger } from "@/db/ledger";
import { readMedia } from "@/db/replica";
import { Refusal } from "./refusal";

/** The material that a card is kept on, where its picture can be made of it. Refuses what the library does not have. */
export async function materialFor(
  ledger: Ledger,
  mediaId: string | null,
  medium: Medium,
): Promise<string | null> {
  if (mediaId === null) return null;
  const found = await readMedia(ledger.db, ledger.libraryId, mediaId);
  if (!found)
    throw new Refusal(404, "no-material", "The library does not have the material that this is kept on.", {
      field: "keptOn",
      hint: "Leave it out to keep the card without a picture.",
    });
  return found.facts.kind !== "lut" && goesOn(medium, found.facts.kind) ? mediaId : null;
}
