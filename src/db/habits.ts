import { and, asc, eq, gte, isNull, sql } from "drizzle-orm";
import type { PgColumn } from "drizzle-orm/pg-core";
import { scoreOf, type Habit } from "@/core/library/habit";
import type { DayOfUse } from "@/core/library/use";
import type { Executor } from "./connection";
import { card, habit, useDay } from "./schema";

/** Notes that a member applied a card to targets of some kinds; gives how they use it there by now. */
export async function noteUse(
  db: Executor,
  use: { libraryId: string; memberId: string; cardId: string; kinds: readonly string[]; at: Date },
): Promise<Habit[]> {
  const { libraryId, memberId, cardId, kinds, at } = use;
  const score = scoreOf(at.getTime());
  const rows = await db
    .insert(habit)
    // In one order, so that two who note the same do not wait for each other.
    .values(
      [...kinds].sort().map((kind) => ({ libraryId, memberId, cardId, kind, uses: 1, lastAt: at, score })),
    )
    .onConflictDoUpdate({
      target: [habit.libraryId, habit.memberId, habit.cardId, habit.kind],
      set: {
        uses: sql`${habit.uses} + 1`,
        lastAt: sql`greatest(${habit.lastAt}, excluded.last_at)`,
        // As `withUse` does.
        score: sql`greatest(${habit.score}, excluded.score)
          + ln(1 + exp(ln(2::float8) * greatest(-1000, -abs(${habit.score} - excluded.score)))) / ln(2::float8)`,
      },
    })
    .returning();
  return rows.map(publicHabit);
}

const publicHabit = ({ cardId, kind, uses, lastAt, score }: typeof habit.$inferSelect): Habit => ({
  cardId,
  kind,
  uses,
  lastAt: lastAt.getTime(),
  score,
});

/** How a member uses the cards of a library. */
export async function readHabits(db: Executor, libraryId: string, memberId: string): Promise<Habit[]> {
  const rows = await db
    .select()
    .from(habit)
    .where(and(eq(habit.libraryId, libraryId), eq(habit.memberId, memberId)));
  return rows.map(publicHabit);
}

/** Notes on its day that a member applied cards, and what it took. */
export async function noteDay(
  db: Executor,
  use: { libraryId: string; memberId: string; at: Date },
  row: Omit<DayOfUse, "day">,
): Promise<void> {
  const { libraryId, memberId, at } = use;
  await db
    .insert(useDay)
    .values({ libraryId, memberId, day: at.toISOString().slice(0, 10), ...row })
    .onConflictDoUpdate({
      target: [useDay.libraryId, useDay.day, useDay.memberId],
      set: {
        uses: sql`${useDay.uses} + excluded.uses`,
        counted: sql`${useDay.counted} + excluded.counted`,
        keys: sql`${useDay.keys} + excluded.keys`,
        browsing: sql`${useDay.browsing} + excluded.browsing`,
      },
    });
}

/** The days from one on (`2026-03-09`) on which cards were applied, by one member or by all together, in their order. */
export const readUseDays = (
  db: Executor,
  libraryId: string,
  from: string,
  memberId?: string,
): Promise<DayOfUse[]> => {
  const sum = (column: PgColumn) => sql<number>`sum(${column})::int`;
  return db
    .select({
      day: useDay.day,
      uses: sum(useDay.uses),
      counted: sum(useDay.counted),
      keys: sum(useDay.keys),
      browsing: sum(useDay.browsing),
    })
    .from(useDay)
    .where(
      and(
        eq(useDay.libraryId, libraryId),
        gte(useDay.day, from),
        memberId === undefined ? undefined : eq(useDay.memberId, memberId),
      ),
    )
    .groupBy(useDay.day)
    .orderBy(asc(useDay.day));
};

/** The ids of the cards that some member has applied since, of those that everybody may know of. */
export async function cardsUsedSince(db: Executor, libraryId: string, since: Date): Promise<string[]> {
  const rows = await db
    .select({ cardId: habit.cardId })
    .from(habit)
    .innerJoin(card, eq(card.id, habit.cardId))
    .where(and(eq(habit.libraryId, libraryId), gte(habit.lastAt, since), isNull(card.ownerId)))
    .groupBy(habit.cardId);
  return rows.map(({ cardId }) => cardId);
}
