import { and, eq, sql } from "drizzle-orm";
import { scoreOf, type Habit } from "@/core/library/habit";
import type { Executor } from "./connection";
import { habit } from "./schema";

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
