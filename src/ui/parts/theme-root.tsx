"use client";

import { createContext, useContext, type RefObject } from "react";

/** The element that carries the theme; what floats above the page is put inside of it, so that it has the theme too. */
export const ThemeRootContext = createContext<RefObject<HTMLElement | null> | null>(null);

export function useThemeRoot(): RefObject<HTMLElement | null> {
  const root = useContext(ThemeRootContext);
  if (!root) throw new Error("useThemeRoot outside of the frame");
  return root;
}
