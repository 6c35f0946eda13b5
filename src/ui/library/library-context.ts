import { createContext, useContext } from "react";
import { useStore } from "../data/store";
import type { LibraryState } from "../state/library/library";
import type { LibraryView } from "../state/library/view";

export const LibraryContext = createContext<LibraryState | null>(null);

/** The state of the library's screen. Throws outside of it. */
export function useLibrary(): LibraryState {
  const state = useContext(LibraryContext);
  if (!state) throw new Error("useLibrary outside of the library's screen");
  return state;
}

/** What of the screen a part shows; it is drawn anew when that is another value. `select` gives the same for the same view. */
export const useShown = <T>(select: (view: LibraryView) => T): T => useStore(useLibrary().view, select);
