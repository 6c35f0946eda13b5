import type { SearchSort } from "../library/entities";
import { sortKey } from "../text/fold";
import type { SearchDocument } from "./document";
import { explain } from "./explain";
import { deciderOf } from "./holds";
import { compileQuery, isLeftOut } from "./query/compile";
import type { Moment } from "./query/model";
import { parseQuery } from "./query/parse";
import { sortValue } from "./sort";
import type { FoundCard, SearchAnswer } from "./found";

interface Kept {
  readonly document: SearchDocument;
  readonly value: number;
  readonly key: string;
}

const order = (a: Kept, b: Kept) =>
  b.value - a.value || (a.key < b.key ? -1 : a.key > b.key ? 1 : a.document.id < b.document.id ? -1 : 1);

/** A search that looks at every card once, as they come, and keeps no more of them than are asked for. */
export class Scan {
  private readonly query;
  private readonly asked;
  private readonly holds;
  private kept: Kept[] = [];
  private total = 0;

  constructor(
    private readonly text: string,
    private readonly options: {
      readonly sort: SearchSort;
      readonly limit: number;
      readonly explain: boolean;
      readonly moment: Moment;
    },
  ) {
    this.query = parseQuery(text);
    this.asked = compileQuery(this.query);
    this.holds = this.asked.test && deciderOf(this.asked.test, "exact");
  }

  look(document: SearchDocument): void {
    if (isLeftOut(this.asked, document)) return;
    if (this.holds && !this.holds(document, this.options.moment)) return;
    this.total++;
    this.kept.push({
      document,
      value: sortValue(document, this.options.sort),
      key: `${sortKey(document.name)}\u0000${document.name}`,
    });
    if (this.kept.length >= 2 * this.options.limit + 100) this.trim();
  }

  private trim(): void {
    this.kept = this.kept.sort(order).slice(0, this.options.limit);
  }

  answer(): SearchAnswer {
    this.trim();
    return {
      total: this.total,
      cards: this.kept.map(({ document }): FoundCard => {
        const { id, name, folder, medium, layer, maker } = document;
        return {
          id,
          name,
          folder,
          medium,
          layer,
          maker,
          ...(this.options.explain && { why: explain(document, this.text, "exact") }),
        };
      }),
      problems: this.query.problems,
    };
  }
}
