"use client";

import { createContext, useContext } from "react";
import type { Scope } from "../state/bar/model";

/** How the apply bar was opened. */
export interface Finding {
  /** The saved search or folder that it looks within at first. */
  readonly scopeId?: string;
  /** A stage that it looks within at first, as a search of its own. */
  readonly stage?: Scope;
  /** The place of the setting that was chosen then. */
  readonly settingAt?: number | null;
}

/** The apply bar, null where it is not open; its field stands in the frame, the bar itself over the bench. */
export const FindingContext = createContext<{
  finding: Finding | null;
  setFinding(finding: Finding | null): void;
} | null>(null);

export function useFinding() {
  const value = useContext(FindingContext);
  if (!value) throw new Error("useFinding outside of the frame");
  return value;
}
