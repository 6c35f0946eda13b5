import { useCallback } from "react";
import { usualMedium } from "@/core/media";
import { useData, useDesk } from "../data/desk";
import { useGo } from "../keys/use-go";
import { useShown } from "./library-context";
import { useTriedIn } from "./tried-card";

/** Goes to the session on whose material the chosen card is tried, or else to the first there is. */
export function useToBench(): () => void {
  const { libraryId } = useDesk();
  const go = useGo();
  const first = useData(({ sessions }) => sessions[0]);
  const medium = useShown(({ card }) => card?.medium ?? usualMedium);
  const { session = first } = useTriedIn(medium);
  const sessionId = session?.id;
  return useCallback(() => {
    if (sessionId !== undefined) go(`/${libraryId}/bench/${sessionId}`);
  }, [sessionId, libraryId, go]);
}
