import { drawnLater } from "../parts/later";

/** A line over two axes. */
export const Plot = drawnLater(async () => (await import("./plot-drawn")).Plot);
