/** A rating in words; 0 is none. */
export const sayRating = (stars: number): string =>
  stars === 0 ? "no rating" : stars < 0 ? "rejected" : `${stars} star${stars === 1 ? "" : "s"}`;
