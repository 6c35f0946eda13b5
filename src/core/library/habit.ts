/** Milliseconds in which the weight of a use halves. */
const halfLife = 14 * 24 * 3_600_000;
/** All scores count from here, so that they are compared without asking what time it is. */
export const habitEpoch = Date.UTC(2020, 0, 1);

/** How much a member uses a card on a kind of target, as it is kept. */
export interface Habit {
  readonly cardId: string;
  /** Kind of target. */
  readonly kind: string;
  readonly uses: number;
  /** Milliseconds since 1970. */
  readonly lastAt: number;
  /** See `scoreOf`. */
  readonly score: number;
}

/**
 * The score of uses at some times: the binary logarithm of the sum of 2^((t − epoch) / half-life). Of two cards the one
 * with the higher score is used more, counting a use half after each half-life; since all decay alike, their order is the
 * same whenever it is asked for. Times are milliseconds since 1970.
 */
export const scoreOf = (at: number): number => (at - habitEpoch) / halfLife;

/** The score with one more use. */
export function withUse(score: number | null, at: number): number {
  const one = scoreOf(at);
  if (score === null) return one;
  const [more, less] = [Math.max(score, one), Math.min(score, one)];
  return more + Math.log2(1 + 2 ** (less - more));
}

/** Steps of a score that ranking tells apart: an eighth of a half-life, or nine per cent more uses. */
const stepsPerScore = 8;
export const habitLevels = 8192;

/** The place of a score among `habitLevels`, 0 where there was no use. */
export const habitLevel = (score: number | undefined): number =>
  score === undefined ? 0 : Math.min(habitLevels - 1, Math.max(1, Math.round(score * stepsPerScore)));

/** How one member uses the cards of a library. */
export class Habits {
  private readonly byCard = new Map<string, Habit[]>();

  /** Takes in what is known anew of some cards on some kinds of target. Gives the ids of those cards. */
  take(habits: readonly Habit[]): ReadonlySet<string> {
    for (const habit of habits) {
      const others = this.of(habit.cardId).filter(({ kind }) => kind !== habit.kind);
      this.byCard.set(habit.cardId, [...others, habit]);
    }
    return new Set(habits.map(({ cardId }) => cardId));
  }

  of = (cardId: string): readonly Habit[] => this.byCard.get(cardId) ?? never;
}

const never: readonly Habit[] = [];
