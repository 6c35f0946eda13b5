"use client";

import { createContext, useContext } from "react";

/** Whether the apply bar is open; its field stands in the frame, the bar itself over the bench. */
export const FindingContext = createContext<{ finding: boolean; setFinding(open: boolean): void } | null>(
  null,
);

export function useFinding() {
  const value = useContext(FindingContext);
  if (!value) throw new Error("useFinding outside of the frame");
  return value;
}
