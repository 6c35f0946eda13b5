import { and, asc, eq, gt, inArray, isNotNull, isNull, sql } from "drizzle-orm";
import type { Medium } from "@/core/media";
import type { Executor } from "./connection";
import { card, cardVersion, imprint, library } from "./schema";

/** A content of a card, as its canonical text, whose imprint is not there yet. */
export interface Lacking {
  readonly libraryId: string;
  readonly medium: Medium;
  readonly fingerprint: string;
  readonly chainText: string;
}

/** Some contents of cards in use that have no imprint of a form, each once; of one library, or of all. */
export async function lackingImprints(
  db: Executor,
  form: number,
  media: readonly Medium[],
  most: number,
  libraryId?: string,
): Promise<Lacking[]> {
  const rows = await db
    .select({
      libraryId: card.libraryId,
      medium: card.medium,
      fingerprint: card.fingerprint,
      chainText: card.chainText,
    })
    .from(card)
    .leftJoin(
      imprint,
      and(
        eq(imprint.libraryId, card.libraryId),
        eq(imprint.fingerprint, card.fingerprint),
        eq(imprint.medium, card.medium),
        eq(imprint.form, form),
      ),
    )
    .where(
      and(
        isNull(imprint.fingerprint),
        eq(card.withdrawn, false),
        inArray(card.medium, [...media]),
        libraryId === undefined ? undefined : eq(card.libraryId, libraryId),
      ),
    )
    .limit(most);
  return [...new Map(rows.map((row) => [`${row.libraryId} ${row.fingerprint}`, row])).values()];
}

/** Keeps an imprint in place of one of another form; null figures where none can be made. */
export async function keepImprint(
  db: Executor,
  { libraryId, medium, fingerprint }: Lacking,
  form: number,
  figures: Buffer | null,
): Promise<void> {
  // The library may have been removed while it was looked at.
  const there = await db.select({ id: library.id }).from(library).where(eq(library.id, libraryId));
  if (there.length === 0) return;
  await db
    .insert(imprint)
    .values({ libraryId, medium, fingerprint, form, figures })
    .onConflictDoUpdate({
      target: [imprint.libraryId, imprint.medium, imprint.fingerprint],
      set: { form, figures },
    });
}

/** Forgets imprints that no card's content has any more. */
export async function forgetImprints(db: Executor): Promise<void> {
  await db.delete(imprint).where(
    sql`not exists (select 1 from ${card} where ${card.libraryId} = ${imprint.libraryId}
        and ${card.fingerprint} = ${imprint.fingerprint} and not ${card.withdrawn})`,
  );
}

/** Lets those be tried again that could not be made, in one library or in all: a file or an effect may have come. */
export async function retryImprints(db: Executor, libraryId?: string): Promise<void> {
  await db
    .delete(imprint)
    .where(
      and(isNull(imprint.figures), libraryId === undefined ? undefined : eq(imprint.libraryId, libraryId)),
    );
}

/** Where all libraries stand, and how many imprints could not be made: as long as neither changes, none are lacking that were not. */
export async function standingOfAll(
  db: Executor,
): Promise<{ readonly revisions: string; readonly failed: number }> {
  const { rows } = await db.execute<{ revisions: string; failed: number }>(sql`
    select (select coalesce(sum(revision), 0)::text from stream) as revisions,
      (select count(*)::integer from ${imprint} where ${imprint.figures} is null) as failed`);
  return rows[0];
}

const atOnce = 2000;

/** The imprints of a library in a medium, or those of some contents, so many at a time; those only of others' private cards are left out. */
export async function* readImprints(
  db: Executor,
  {
    libraryId,
    userId,
    medium,
    form,
    of,
  }: { libraryId: string; userId: string; medium: Medium; form: number; of?: readonly string[] },
): AsyncGenerator<readonly { readonly fingerprint: string; readonly figures: Buffer }[]> {
  for (let last = ""; ;) {
    const rows = await db
      .select({ fingerprint: imprint.fingerprint, figures: imprint.figures })
      .from(imprint)
      .where(
        and(
          eq(imprint.libraryId, libraryId),
          eq(imprint.medium, medium),
          eq(imprint.form, form),
          isNotNull(imprint.figures),
          gt(imprint.fingerprint, last),
          of && inArray(imprint.fingerprint, [...of]),
          sql`exists (select 1 from ${cardVersion} where ${cardVersion.libraryId} = ${libraryId}
            and ${cardVersion.fingerprint} = ${imprint.fingerprint}
            and (${cardVersion.ownerId} is null or ${cardVersion.ownerId} = ${userId}))`,
        ),
      )
      .orderBy(asc(imprint.fingerprint))
      .limit(atOnce);
    if (rows.length > 0) yield rows as { fingerprint: string; figures: Buffer }[];
    if (rows.length < atOnce) return;
    last = rows.at(-1)!.fingerprint;
  }
}
