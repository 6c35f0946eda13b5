/**
 * A path within the application, from what an address asks for: parsed as a browser does, which drops tabs and line ends
 * and takes a backslash for a slash, then compared by its origin. All else leads to the start.
 */
export function ownPath(asked: string | null | undefined): string {
  const here = "https://fichier.invalid";
  if (!asked || !URL.canParse(asked, here)) return "/";
  const { origin, pathname, search, hash } = new URL(asked, here);
  // A path of two slashes would be another host's once it stands alone.
  return origin === here && asked.startsWith("/") && !pathname.startsWith("//")
    ? `${pathname}${search}${hash}`
    : "/";
}
