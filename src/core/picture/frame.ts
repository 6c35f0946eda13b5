/** The size of a picture in pixels. */
export interface Frame {
  readonly width: number;
  readonly height: number;
}

/** Half the diagonal and the diagonal, in pixels: what lengths of effects are shares of, so that they fit every size. */
export const diagonal = ({ width, height }: Frame): number => Math.hypot(width, height);
