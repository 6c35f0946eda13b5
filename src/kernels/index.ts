export * from "./codes";
export * from "./detail";
export * from "./frames";
export * from "./picture";
export * from "./sound";

/** The first byte that the kernels' callers may use. */
export function base(): usize {
  return (__heap_base + 15) & ~15;
}
