/** What came of rebuilding a kept card from the database on untouched material. */
export interface Proof {
  /** The material's name. */
  readonly on: string;
  /** The largest difference: dB of full scale for sound, CIEDE2000 for pictures; null where there is none at all. */
  readonly difference: number | null;
  /** True where the difference is too small to be heard or seen. */
  readonly same: boolean;
}

/** Sound that differs by less than the last of 24 bits, pictures by less than an eye can tell (common practice, no source). */
const tooSmall = { audio: -144, image: 0.5 } as const;

/** Judges a measured difference. */
export const prove = (medium: "audio" | "image", on: string, difference: number | null): Proof => ({ on, difference, same: difference === null || difference < tooSmall[medium] });

/** A proof in words: `the same to the bit`, `differs by −96 dB`. */
export function sayProof({ difference, same }: Proof, medium: "audio" | "image"): string {
  if (difference === null) return "the same to the bit";
  const amount = medium === "audio" ? `${difference.toFixed(0).replace("-", "−")} dB` : `ΔE ${difference.toFixed(2)}`;
  return same ? `the same within ${amount}` : `differs by ${amount}`;
}
