/** What came of rebuilding a kept card from the database on untouched material. */
export interface Proof {
  /** The material's name. */
  readonly on: string;
  /** True where the difference is too small to be heard or seen. */
  readonly same: boolean;
  /** The largest difference: dB below full scale for sound (null: none at all), CIEDE2000 for pictures. */
  readonly difference: number | null;
  readonly at: string;
}
