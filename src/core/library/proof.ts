import { resultsNow } from "../chain/otherwise";
import { media, type Medium } from "../media";

/** What came of rebuilding a kept card from the database on untouched material. */
export interface Proof {
  /** The material's name. */
  readonly on: string;
  /** The largest difference: dB of full scale for sound, CIEDE2000 for pictures; null where there is none at all. */
  readonly difference: number | null;
  /** True where the difference is too small to be heard or seen. */
  readonly same: boolean;
  /** How many changes of results were known by then; none where it is left out. See `chain/otherwise`. */
  readonly results?: number;
}

/** Judges a measured difference. */
export const prove = (medium: Medium, on: string, difference: number | null): Proof => ({
  on,
  difference,
  same: difference === null || difference < media[medium].difference.tooSmall,
  results: resultsNow,
});

/** A proof in words: `the same to the bit`, `differs by −96 dB`. */
export function sayProof({ difference, same }: Proof, medium: Medium): string {
  if (difference === null) return "the same to the bit";
  const amount = media[medium].difference.say(difference);
  return same ? `the same within ${amount}` : `differs by ${amount}`;
}
