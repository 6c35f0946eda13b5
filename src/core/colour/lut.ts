/** A look-up table for colours, as read from a .cube file; see formats/cube. */
export interface Lut {
  readonly title: string;
  /** One table a channel, or one for all three channels together. */
  readonly kind: "1d" | "3d";
  /** Entries along each axis. */
  readonly size: number;
  /** Input values of the first and of the last entry, for R, G and B. */
  readonly domainMin: readonly [number, number, number];
  readonly domainMax: readonly [number, number, number];
  /** R, G, B of each entry; of a 3D table red runs fastest. */
  readonly values: Float32Array;
  /** A 1D table that values go through first. */
  readonly shaper?: Lut;
}
