import { and, eq } from "drizzle-orm";
import type { Routine } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { routine } from "./schema";

/** The routines of a library that are in use. */
export async function readRoutines(db: Executor, libraryId: string): Promise<Routine[]> {
  const rows = await db
    .select()
    .from(routine)
    .where(and(eq(routine.libraryId, libraryId), eq(routine.removed, false)));
  return rows.map((row) => fromColumns("routine", row));
}
