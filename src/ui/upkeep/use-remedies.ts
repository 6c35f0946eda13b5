import { useMemo } from "react";
import { shapeOf } from "@/core/api/commands";
import { mostSteps } from "@/core/api/commands/tidy-input";
import { may, type Role } from "@/core/library/roles";
import type { Finding, Found, Look, Remedy, Step } from "@/core/upkeep/define";
import type { RemedyHere } from "../actions/upkeep/here";
import { useDesk, useData } from "../data/desk";

/** What a remedy would do for some that were found, as this member may; nothing where there is nothing to do. */
function stepsFor(remedy: Remedy, found: readonly Found[], look: Look, role: Role): readonly Step[] {
  if (found.length === 0) return [];
  const steps = remedy.steps(found, look).slice(0, mostSteps);
  const right = (of: Step) => shapeOf(of.command).right;
  // Several changes to the library as one are the curator's.
  const isMany = steps.filter(({ command }) => shapeOf(command).stream === "library").length > 1;
  return steps.every((step) => may(role, right(step))) && (!isMany || may(role, "curate")) ? steps : [];
}

/** The remedies of a kind of finding, for what is selected of it and for all. */
export function useRemedies(
  finding: Finding | undefined,
  selected: readonly Found[],
  all: readonly Found[],
  look: Look,
): readonly RemedyHere[] {
  const { act } = useDesk();
  const data = useData();
  const { role } = data.member;
  // What is done to all does not follow from what is selected.
  const forAll = useMemo(
    () =>
      (finding?.remedies ?? []).map((remedy) => {
        const some = all.slice(0, remedy.most);
        const steps = all.length > 1 ? stepsFor(remedy, some, look, role) : [];
        return { steps, words: steps.length > 0 ? remedy.words(some, look) : "" };
      }),
    [finding, all, look, role],
  );
  return useMemo(() => {
    /** As one change of each stream. */
    const run = async (steps: readonly Step[]) => {
      for (const stream of ["library", "member"] as const) {
        const of = steps.filter(({ command }) => shapeOf(command).stream === stream);
        if (of.length === 1) await act(of[0].command, of[0].input as never);
        else if (of.length > 1) await act(stream === "library" ? "tidy" : "tidy-own", { steps: of });
      }
    };
    return (finding?.remedies ?? []).map((remedy, i): RemedyHere => {
      const some = selected.slice(0, remedy.most);
      const steps = stepsFor(remedy, some, look, role);
      return {
        id: remedy.id,
        words: steps.length > 0 ? remedy.words(some, look) : "",
        wordsForAll: forAll[i].words,
        run: () => run(steps),
        runForAll: () => run(forAll[i].steps),
      };
    });
  }, [finding, selected, forAll, look, role, act]);
}
