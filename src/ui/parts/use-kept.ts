import { useState } from "react";

/** The last list, as long as a new one holds the same: what follows from it need not be made anew. */
export function useKept<T>(list: T[], isSame: (a: T, b: T) => boolean = Object.is): T[] {
  const [kept, setKept] = useState(list);
  const isKept = kept.length === list.length && kept.every((one, i) => isSame(one, list[i]));
  if (!isKept) setKept(list);
  return isKept ? kept : list;
}
