interface Placed {
  readonly id: string;
  readonly position: string;
}

/** The order of siblings by their fractional indexes, as bytes, ties by id. */
export const byPosition = (a: Placed, b: Placed): number =>
  a.position < b.position ? -1 : a.position > b.position ? 1 : a.id < b.id ? -1 : 1;
