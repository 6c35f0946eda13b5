import { v7 as newId } from "uuid";
import { keepRoutine as shape } from "@/core/api/commands/keep-routine";
import { byPosition } from "@/core/library/order";
import { lastPlace } from "@/core/library/places";
import { cardsOfSteps, drawsOf, routineNoun } from "@/core/library/steps";
import { fold } from "@/core/text/fold";
import { readRoutines } from "@/db/routines";
import { carryOut } from "../command";
import { requireRoutine } from "../routines";
import { Refusal, stale } from "../refusal";

/** A product rule: all of them travel with the library. */
const mostRoutines = 500;

export const keepRoutine = carryOut(shape, async (ledger, { routineId, name, steps, seen }) => {
  const noun = routineNoun(steps);
  const siblings = (await readRoutines(ledger.db, ledger.libraryId)).sort(byPosition);
  const namesake = siblings.find((one) => one.id !== routineId && fold(one.name) === fold(name));
  if (namesake)
    throw new Refusal(
      409,
      "same-name",
      `There is a ${routineNoun(namesake.steps)} “${namesake.name}” already.`,
      {
        field: "name",
        hint: "Choose another name.",
      },
    );
  const cards = await ledger.readAll("card", cardsOfSteps(steps));
  const gone = cardsOfSteps(steps).find((id) => cards.get(id)?.layer === "private" || !cards.has(id));
  if (gone !== undefined)
    throw new Refusal(
      409,
      "card-not-shared",
      cards.has(gone)
        ? "A routine is the team's and cannot hold a private card."
        : "A card of this routine is not in the library any more.",
      { field: "steps", hint: "Offer the card to the team first, or take it out of the routine." },
    );
  for (const { searchId } of drawsOf(steps)) {
    const search = await ledger.read("savedSearch", searchId);
    if (!search || search.removed || search.ownerId !== null)
      throw new Refusal(409, "search-not-shared", "A search of this routine is not one of the team's.", {
        field: "steps",
        hint: "Keep the search for the team first, or take the step out.",
      });
  }
  if (routineId === undefined) {
    if (siblings.length >= mostRoutines)
      throw new Refusal(409, "too-many", `There are ${mostRoutines} routines already.`, {
        hint: "Remove one that is not used any more.",
      });
    const row = await ledger.insert("routine", {
      id: newId(),
      name,
      steps,
      position: lastPlace(siblings),
      removed: false,
    });
    return { summary: `kept the ${noun} “${name}”`, result: { routineId: row.id } };
  }
  const before = await requireRoutine(ledger, routineId);
  if (seen !== undefined && before.version !== seen) throw stale("routine", seen, before);
  await ledger.update("routine", routineId, { name, steps });
  return {
    summary:
      before.name === name
        ? `changed the ${noun} “${name}”`
        : `renamed the ${noun} “${before.name}” to “${name}”`,
    result: { routineId },
  };
});
