import { useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { useDesk } from "../data/desk";
import { readAddress } from "../state/library/address";
import { KeptAddress } from "../state/library/kept-address";
import type { LibraryState } from "../state/library/library";

/** Behind the `?` of the page's own path. */
function write(search: string, isStep: boolean): void {
  const address = search === "" ? window.location.pathname : `?${search}`;
  if (isStep) window.history.pushState(null, "", address);
  else window.history.replaceState(null, "", address);
}

/** Where the library's screen begins, and what keeps its address. */
export function useAddress(memberId: string): KeptAddress {
  const { libraryId } = useDesk();
  const asked = useSearchParams();
  const [kept] = useState(() => new KeptAddress(`${libraryId} ${memberId}`, asked.toString(), { write }));
  return kept;
}

/** The screen goes where the browser's history goes. */
export function useAddressFollowed(kept: KeptAddress, state: LibraryState): void {
  useEffect(() => {
    kept.begin();
    const path = window.location.pathname;
    const go = () => {
      if (window.location.pathname === path) state.goTo(readAddress(window.location.search));
    };
    window.addEventListener("popstate", go);
    window.addEventListener("pagehide", kept.leave);
    return () => {
      window.removeEventListener("popstate", go);
      window.removeEventListener("pagehide", kept.leave);
      kept.end();
    };
  }, [kept, state]);
}
