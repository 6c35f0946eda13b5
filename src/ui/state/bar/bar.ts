import { Store } from "../../data/store";
import type { Around, BarEvent, BarState, BarWish } from "./model";
import { barBegins, barStep } from "./step";
import { barView } from "./view";

/** The apply bar without its looks: takes events in, and has its wishes fulfilled by whoever shows it. */
export class Bar extends Store<BarState> {
  readonly viewOf = barView();
  private around: Around | null = null;
  private fulfil: (wish: BarWish) => void = () => undefined;

  constructor(scopeId: string | undefined) {
    super(barBegins(scopeId));
  }

  readonly send = (event: BarEvent): void => {
    const state = this.get();
    const { around } = this;
    // Nothing is shown yet.
    if (!around) return;
    const { state: next, wishes } = barStep({ state, around, view: this.viewOf(state, around) }, event);
    this.set(next);
    for (const wish of wishes) this.fulfil(wish);
  };

  /** Says what is around it now, and who fulfils its wishes: after all that is drawn was drawn. */
  surround(around: Around, fulfil: (wish: BarWish) => void): void {
    this.around = around;
    this.fulfil = fulfil;
    this.send({ kind: "around" });
  }
}
