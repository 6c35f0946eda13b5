import { useEffect, useState } from "react";
import { useDesk } from "./desk";
import {
  heldBy,
  matchingOf,
  onIndexChange,
  type SearchAsked,
  type StandingQuestion,
} from "./standing-question";
import { useStore } from "./store";

/** The answer to a question while the calling part is shown, and what was asked; null as long as there is none. */
function useStanding<A, R>(
  make: (desk: ReturnType<typeof useDesk>) => StandingQuestion<A, R>,
  asked: A | null,
) {
  const desk = useDesk();
  const { library } = desk;
  const [question] = useState(() => make(desk));
  useEffect(() => question.ask(asked), [question, asked]);
  useEffect(() => onIndexChange(library, question.again), [library, question]);
  const answer = useStore(question.answer);
  return asked === null ? null : answer;
}

/** The ids of the cards that a query recalls, and the query; null where nothing is asked for, or not answered yet. */
export const useMatching = (query: string) => useStanding(matchingOf, query.trim() === "" ? null : query);

/** The ids of the cards that a search holds, in its order; null without a search, or as long as they are not known. */
export function useHeld(search: SearchAsked | null): readonly string[] | null {
  const answer = useStanding(heldBy, search);
  // Of the same query the last answer stays until the next is there.
  return answer && answer.asked.query === search?.query ? answer.result : null;
}
