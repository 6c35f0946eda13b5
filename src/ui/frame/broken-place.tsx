import { useEffect } from "react";
import { useDesk } from "../data/desk";
import { report } from "../data/faults";
import { Broken, type BrokenProps } from "./broken";

/** `Broken` for a place of a library, within its frame: commands that were not sent yet still are. */
export function BrokenPlace({ error, again }: BrokenProps) {
  const { libraryId } = useDesk();
  useEffect(() => void report(libraryId, error), [libraryId, error]);
  return (
    <Broken
      error={error}
      again={again}
      kept="What you did is kept, and what was not sent yet is still being sent. Whoever looks after the server finds the fault in its log by its number."
    />
  );
}
