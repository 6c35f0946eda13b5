import { and, eq } from "drizzle-orm";
import type { MemberSettings } from "@/core/library/media";
import type { Executor } from "./connection";
import { member } from "./schema";

export async function saveSettings(db: Executor, libraryId: string, userId: string, settings: MemberSettings): Promise<void> {
  await db.update(member).set({ settings }).where(and(eq(member.libraryId, libraryId), eq(member.userId, userId)));
}
