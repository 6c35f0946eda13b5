/** What the apply bar listed last. */
export interface LastFound {
  readonly ids: readonly string[];
  /** What that was, in words. */
  readonly from: string;
}

/** By library, as long as the page stays. */
const found = new Map<string, LastFound>();

export const rememberFound = (libraryId: string, of: LastFound): void => void found.set(libraryId, of);
export const lastFound = (libraryId: string): LastFound | undefined => found.get(libraryId);
