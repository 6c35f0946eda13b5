/*
 * A proof sheet: cards across, targets down; for each target the card that is best on it is picked. What is picked is put
 * on at the end, all of it as one change.
 */

export interface ProofSheet {
  /** The ids of the cards in the order of the columns, and of the targets in that of the rows. */
  readonly cards: readonly string[];
  readonly targets: readonly string[];
  readonly row: number;
  readonly column: number;
  /** The picked card of each target that has one. */
  readonly picks: ReadonlyMap<string, string>;
  /** Names are covered until the picks are kept. */
  readonly blind: boolean;
  /** Cards that are left out since they were picked on no row. */
  readonly left: ReadonlySet<string>;
}

export const mostColumns = 24;
export const mostRows = 12;

/** A sheet of the first of some cards and targets; null where there are none of either. */
export function proofSheet(cards: readonly string[], targets: readonly string[]): ProofSheet | null {
  if (cards.length === 0 || targets.length === 0) return null;
  return {
    cards: cards.slice(0, mostColumns),
    targets: targets.slice(0, mostRows),
    row: 0,
    column: 0,
    picks: new Map(),
    blind: false,
    left: new Set(),
  };
}

const within = (at: number, count: number): number => Math.max(0, Math.min(count - 1, at));

/** The cell so many rows down and columns to the right of the chosen one, at an edge the one there. */
export const movedBy = (sheet: ProofSheet, rows: number, columns: number): ProofSheet => ({
  ...sheet,
  row: within(sheet.row + rows, sheet.targets.length),
  column: within(sheet.column + columns, sheet.cards.length),
});

/** Chooses a cell. */
export const chosenAt = (sheet: ProofSheet, row: number, column: number): ProofSheet => ({
  ...sheet,
  row: within(row, sheet.targets.length),
  column: within(column, sheet.cards.length),
});

/**
 * Picks the card of a column, the chosen one where none is named, for the chosen row, and goes on to the next row; picked
 * again it is picked no more, and the row stays.
 */
export function pickedAt(sheet: ProofSheet, column = sheet.column): ProofSheet {
  const [card, target] = [sheet.cards[column], sheet.targets[sheet.row]];
  if (card === undefined || target === undefined) return sheet;
  const picks = new Map(sheet.picks);
  const isAgain = picks.get(target) === card;
  if (isAgain) picks.delete(target);
  else picks.set(target, card);
  return { ...sheet, picks, column, row: isAgain ? sheet.row : within(sheet.row + 1, sheet.targets.length) };
}

/** Picks the card of the chosen column for all rows. */
export function pickedForAll(sheet: ProofSheet): ProofSheet {
  const card = sheet.cards[sheet.column];
  return { ...sheet, picks: new Map(sheet.targets.map((target) => [target, card])) };
}

/** Leaves out the cards that no row has picked; at least two stay, since fewer are no choice. */
export function withoutLosers(sheet: ProofSheet): ProofSheet {
  const won = new Set(sheet.picks.values());
  const cards = sheet.cards.filter((card) => won.has(card));
  if (cards.length < 2 || cards.length === sheet.cards.length) return sheet;
  const left = new Set([...sheet.left, ...sheet.cards.filter((card) => !won.has(card))]);
  return { ...sheet, cards, left, column: Math.max(0, cards.indexOf(sheet.cards[sheet.column])) };
}

/**
 * Covers the names and puts the cards in an order by chance (`random` gives 0 up to 1), or shows them as they lie.
 * Source of the shuffle: R. Durstenfeld, "Algorithm 235: Random permutation", Communications of the ACM 7 (1964).
 */
export function covered(sheet: ProofSheet, random: () => number): ProofSheet {
  if (sheet.blind) return { ...sheet, blind: false };
  const cards = [...sheet.cards];
  for (let i = cards.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [cards[i], cards[j]] = [cards[j], cards[i]];
  }
  return { ...sheet, cards, blind: true, column: 0 };
}

/** What a column is called: its number, as the keys that pick it, and while names are covered nothing else. */
export const columnName = ({ blind }: Pick<ProofSheet, "blind">, column: number, name: string): string =>
  blind ? `${column + 1}` : `${column + 1} ${name}`;

/** The picks as cards with the targets that they are for, in the order of the columns. */
export const picksByCard = ({
  picks,
}: ProofSheet): { readonly cardId: string; readonly targetIds: string[] }[] => {
  const by = new Map<string, string[]>();
  for (const [target, card] of picks) by.set(card, [...(by.get(card) ?? []), target]);
  return [...by].map(([cardId, targetIds]) => ({ cardId, targetIds }));
};
