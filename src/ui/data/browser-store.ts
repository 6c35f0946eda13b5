/*
 * Small things that a browser keeps for a member, under keys that begin with `fichier:`. A browser may refuse to keep
 * anything, or be full: then it is as if nothing had been kept.
 */

/** What is kept under a key; null where nothing is, or can be read. */
export function readKept(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Keeps a text, or with null nothing any more. */
export function writeKept(key: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(key);
    else localStorage.setItem(key, text);
  } catch {
    // It lasts as long as the page.
  }
}

/** Keeps nothing of Fichier's any more. */
export function forgetAllKept(): void {
  try {
    for (const key of Object.keys(localStorage)) if (key.startsWith("fichier:")) localStorage.removeItem(key);
  } catch {
    // There was nothing.
  }
}
