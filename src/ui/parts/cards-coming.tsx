import { useDesk } from "../data/desk";
import { useStore } from "../data/store";
import type { Arrival } from "../data/library-store";

const percent = ({ share }: Arrival) => Math.floor(share * 100);
const problemOf = ({ problem }: Arrival) => problem;

/** That the library's cards are on their way, and how far they have come. */
export function CardsComing() {
  const { library } = useDesk();
  const come = useStore(library.arrival, percent);
  const problem = useStore(library.arrival, problemOf);
  return (
    <span role="status">
      {problem ? `The cards do not come: ${problem}` : `The cards are on their way: ${come} % are here.`}
    </span>
  );
}
