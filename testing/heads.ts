import type { HeadsOpening } from "../src/core/api/operations/card-heads";
import { headFrom, type CardHead } from "../src/core/library/entities";

/** What the answer with a library's cards holds. */
export function readHeads(text: string): { readonly opening: HeadsOpening; readonly cards: CardHead[] } {
  const [first, ...lines] = text.trimEnd().split("\n");
  return {
    opening: JSON.parse(first) as HeadsOpening,
    cards: lines.flatMap((line) => (JSON.parse(line) as unknown[][]).map(headFrom)),
  };
}
