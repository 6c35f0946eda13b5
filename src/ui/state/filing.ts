import { filed, pileOf, present, stepped, topOf, unfiled, type Pile } from "@/core/library/desk";
import type { CardHead } from "@/core/library/entities";
import { isFiledIn } from "@/core/library/filing";
import { suggestFolder } from "@/core/library/suggest";
import type { Contents } from "../data/contents";
import type { LibraryStore } from "../data/library-store";
import type { OpenDesk } from "../data/open-desk";
import { Store } from "../data/store";

/** What the filing desk needs of the world. */
export type FilingRoom = Pick<OpenDesk, "act" | "takeBack"> & {
  readonly library: Pick<LibraryStore, "state">;
  readonly contents: Pick<Contents, "ahead">;
};

/** The filing desk as it is shown. */
interface FilingView {
  readonly pile: Pile;
  /** The card on top; undefined where the pile was gone through. */
  readonly card: CardHead | undefined;
  /** The id of the folder where cards like it lie, where it does not lie there itself. */
  readonly suggestedId: string | null;
}

/** What was done here with a card: filed, passed by since it lay there already, or filed in a further folder. */
interface Step {
  readonly id: string;
  readonly did: "filed" | "passed" | "also";
}

/** Cards whose contents are fetched before they come to the top. */
const ahead = 4;

/** The sorting of a pile of cards into folders, and what of it is taken back alike: a change, the pile, or both. */
export class FilingState {
  /** The cards that the pile began with: what is supplied or private lies in no folder of the team's. */
  readonly begun: readonly string[];
  readonly view: Store<FilingView>;
  private kept: Pile;
  /** The last one last. */
  private steps: readonly Step[] = [];
  /** All cards are looked at for it: once for each that comes to the top, not at every change. */
  private suggestion: { readonly of: string | undefined; readonly folderId: string | null } = {
    of: undefined,
    folderId: null,
  };

  /** Pre: the library's copy is there. */
  constructor(
    private readonly room: FilingRoom,
    ids: readonly string[],
  ) {
    this.begun = ids.filter((id) => this.cards.get(id)?.layer === "team");
    this.kept = pileOf(this.begun);
    this.view = new Store(this.seen());
  }

  private get cards() {
    return this.room.library.state.get().data!.replica.card;
  }

  /** Follows the library, until the returned function is called. */
  follow(): () => void {
    const stop = this.room.library.state.subscribe(this.refresh);
    this.refresh();
    return stop;
  }

  /** A pile without the cards that are gone. */
  private shown(pile: Pile): Pile {
    const { cards } = this;
    return present(pile, (id) => cards.get(id)?.withdrawn === false);
  }

  private seen(): FilingView {
    const { cards } = this;
    const pile = this.shown(this.kept);
    const id = topOf(pile);
    const card = id === undefined ? undefined : cards.get(id);
    if (this.suggestion.of !== id)
      this.suggestion = { of: id, folderId: card ? suggestFolder(cards.values(), card) : null };
    const { folderId } = this.suggestion;
    return { pile, card, suggestedId: folderId === card?.folderId ? null : folderId };
  }

  private readonly refresh = (): void => {
    const [before, now] = [this.view.get(), this.seen()];
    const isSame =
      before.pile === now.pile && before.card === now.card && before.suggestedId === now.suggestedId;
    if (!isSame) this.view.set(now);
    const { left, at } = now.pile;
    this.room.contents.ahead(
      left.slice(at, at + ahead).flatMap((id) => this.cards.get(id)?.fingerprint ?? []),
    );
  };

  private become(kept: Pile): void {
    this.kept = kept;
    this.refresh();
  }

  private did(step: Step): Step {
    this.steps = [...this.steps, step];
    return step;
  }

  private undid(step: Step): void {
    this.steps = this.steps.filter((one) => one !== step);
  }

  /** Takes cards off the pile that were dropped onto a folder. */
  readonly dropped = (cardIds: readonly string[]): void => {
    for (const id of cardIds) this.did({ id, did: "filed" });
    this.become(cardIds.reduce(filed, this.kept));
  };

  /** Files the card on top, and goes on at once; it comes back where that is refused. */
  readonly file = (folderId: string): void => {
    const { card } = this.view.get();
    if (!card) return;
    const { id } = card;
    // A card that lies there already is done with.
    const isThere = card.folderId === folderId;
    const step = this.did({ id, did: isThere ? "passed" : "filed" });
    this.become(filed(this.kept, id));
    if (isThere) return;
    void this.room.act("move-cards", { cardIds: [id], folderId }).then((done) => {
      if (done) return;
      this.undid(step);
      this.become(unfiled(this.kept, id));
    });
  };

  /** Files the card on top in a further folder, or no more there; it stays on top. */
  readonly alsoFile = (folderId: string): void => {
    const { card } = this.view.get();
    if (!card) return;
    const step = this.did({ id: card.id, did: "also" });
    const on = !isFiledIn(card, folderId);
    void this.room.act("file-cards", { cardIds: [card.id], folderId, on }).then((done) => {
      if (!done) this.undid(step);
    });
  };

  /** Passes the card on top by, or goes back to one that was; those that are gone are no step. */
  readonly step = (by: 1 | -1): void => {
    const { at } = this.view.get().pile;
    let next = stepped(this.kept, by);
    while (this.shown(next).at === at && next.at > 0 && next.at < next.left.length) next = stepped(next, by);
    this.become(next);
  };

  /** Takes back what was done last, here or elsewhere; a card that was filed comes onto the pile again. */
  readonly takeBack = (direction: "undo" | "redo"): Promise<void> | undefined => {
    const step = direction === "undo" ? this.steps.at(-1) : undefined;
    if (step) {
      this.undid(step);
      if (step.did !== "also") this.become(unfiled(this.kept, step.id));
    }
    return step?.did === "passed" ? undefined : this.room.takeBack(direction);
  };
}
