import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Page } from "@playwright/test";

/** A task as practitioners do it: how many actions it takes them now, and how many it is to take here at most. */
interface Task {
  readonly title: string;
  readonly usual: number;
  readonly goal: number;
}

/** The tasks that are counted, by their numbers. */
const tasks = {
  1: { title: "keep a chain in a new folder", usual: 8, goal: 3 },
  2: { title: "keep a second one there", usual: 4, goal: 3 },
  6: { title: "two cards into a new folder", usual: 6, goal: 4 },
  8: { title: "give an alias", usual: 7, goal: 3 },
  8.1: { title: "apply by an alias", usual: 3, goal: 2 },
  9: { title: "of four cards of one name one, by a family of aliases", usual: 3, goal: 2 },
  10: { title: "a saved search of one word", usual: 5, goal: 4 },
  11: { title: "throw two words out of it", usual: 4, goal: 2 },
  12: { title: "a saved search of one word without another", usual: 6, goal: 4 },
  13: { title: "onto the first favourites list", usual: 2, goal: 1 },
  13.1: { title: "off the first favourites list", usual: 2, goal: 1 },
  14: { title: "four lists with names, inks and letters", usual: 15, goal: 6 },
  15: { title: "one card on two lists", usual: 3, goal: 3 },
  16: { title: "a search by tag, kind and maker without a word, under a code", usual: 16, goal: 5 },
  16.1: { title: "recall a search by its code", usual: 2, goal: 2 },
  17: { title: "one at random of a stored search", usual: 2, goal: 2 },
  18: { title: "a chain of six from the bar, put on, kept under a name and a code", usual: 17, goal: 11 },
  18.1: { title: "recall it by its code", usual: 2, goal: 2 },
  19: { title: "five returns, fed by all that is selected", usual: 14, goal: 5 },
  20: { title: "three tags and a new one below another", usual: 11, goal: 6 },
  23: { title: "three looks with keys onto three series of one session", usual: 10, goal: 6 },
  25: { title: "hide a folder", usual: 2, goal: 2 },
  25.1: { title: "bring it back", usual: 3, goal: 1 },
  26: { title: "an order of work of four stages with eleven effects", usual: 40, goal: 16 },
  27: { title: "one of one's own and one supplied onto the first favourites list", usual: 16, goal: 5 },
  28: { title: "the first two of a filter into a new folder below another", usual: 9, goal: 6 },
  31: { title: "what is set here is where the effect begins from now on", usual: 4, goal: 2 },
  32: { title: "a stored search over six cards that are tagged for it now", usual: 19, goal: 7 },
} as const satisfies Record<number, Task>;
export type TaskId = keyof typeof tasks;

/**
 * A hand whose actions are counted: a key or a chord is one, a word, a name, a query or a value that is typed is one,
 * whatever its length.
 */
export class Hand {
  private actions = 0;

  constructor(private readonly page: Page) {}

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.actions++;
      await this.page.keyboard.press(key);
    }
  }

  async type(text: string): Promise<void> {
    this.actions++;
    await this.page.keyboard.type(text);
  }

  /** How many it has been since this was asked last. */
  count(): number {
    const { actions } = this;
    this.actions = 0;
    return actions;
  }
}

const table = join(import.meta.dirname, "../docs/tasks.md");

/** The line of a task in the document. */
const lineOf = (id: number, { title, usual, goal }: Task, count: number) =>
  `| ${id} | ${title} | ${usual} | ${goal} | ${count} |`;

/**
 * Says how many actions a task took. A task that takes more than its goal fails, and one whose count is not the document's;
 * with `COUNT=1` the document's is written anew.
 */
export function took(id: TaskId, count: number): void {
  const line = lineOf(Number(id), tasks[id], count);
  expect(count, tasks[id].title).toBeLessThanOrEqual(tasks[id].goal);
  if (process.env.COUNT) {
    const lines = readFileSync(table, "utf8").split("\n");
    const at = lines.findIndex((one) => one.startsWith(`| ${id} |`));
    lines[at] = line;
    writeFileSync(table, lines.join("\n"));
  }
  expect(readFileSync(table, "utf8").split("\n")).toContain(line);
}
