import type { Replica } from "@/core/library/change";
import { drawFrom } from "@/core/library/candidates";
import type { Target } from "@/core/library/entities";
import { drawsOf, type Step } from "@/core/library/steps";
import { Unfit } from "@/core/library/unfit";
import { goesOn } from "@/core/media";
import type { Finder } from "../data/finder";

/** Draws cards by chance; of a saved search none again until all were drawn. */
export class Draws {
  private readonly drawn = new Map<string, ReadonlySet<string>>();

  constructor(
    private readonly finder: Pick<Finder, "ask">,
    private readonly replica: () => Pick<Replica, "savedSearch" | "card">,
  ) {}

  /** The id of a card for each step of a routine that puts one on by chance. Rejects with Unfit where a search holds none for the target. */
  readonly draw = async (steps: readonly Step[], { chain, kind }: Target): Promise<string[]> => {
    const ids: string[] = [];
    for (const { searchId } of drawsOf(steps)) {
      const { savedSearch, card } = this.replica();
      const search = savedSearch.get(searchId);
      if (!search || search.removed)
        throw new Unfit("search-out-of-use", "A saved search of this routine is out of use.", {
          hint: "Bring it back, or take the step out of the routine.",
        });
      const { name, query, sort, placed } = search;
      const held = await this.finder.ask("selected", { query, sort, placed });
      const fits = held.filter((id) => {
        const one = card.get(id);
        return one !== undefined && goesOn(one.medium, chain.medium) && !one.withdrawn;
      });
      if (fits.length === 0)
        throw new Unfit("empty-search", `“${name}” holds no card for a ${kind}.`, {
          hint: "Change the search, or choose something else.",
        });
      const next = drawFrom(fits, this.drawn.get(searchId) ?? new Set(), Math.random());
      this.drawn.set(searchId, next.drawn);
      ids.push(next.one);
    }
    return ids;
  };
}
