import { useRouter } from "next/navigation";
import { useCallback, useLayoutEffect } from "react";
import { waitForKeys } from "./held-keys";

/** A place is waited for so long at most, in milliseconds; then keys act on the one that is left. */
const longestForPlace = 10_000;

/** Ends the waiting for the place that was gone to last. */
let arrive = (): void => undefined;

/** Goes to another place of the library; keys wait until it is there. `path` is an address on this server. */
export function useGo(): (path: string) => void {
  const router = useRouter();
  return useCallback(
    (path) => {
      if (new URL(path, location.href).pathname !== location.pathname) {
        arrive();
        arrive = waitForKeys(longestForPlace);
      }
      router.push(path);
    },
    [router],
  );
}

/** Where the places are drawn: `path` is that of the one that is. */
export function useArrivals(path: string): void {
  useLayoutEffect(() => arrive(), [path]);
}
