import { and, eq, sql } from "drizzle-orm";
import type { Chain } from "@/core/chain/model";
import type { RowChange } from "@/core/library/change";
import { entities, entityNames, factsOf, type Entity } from "@/core/library/entities";
import type { Executor } from "./connection";
import { among, tableOf } from "./entities";
import { cardVersion, change, proposal, stream } from "./schema";

/* What is left of cards besides their own rows. Erasing is the one thing that the ledger does not keep. */

/** The contents that some cards have had. */
export async function versionsOf(
  db: Executor,
  libraryId: string,
  cardIds: readonly string[],
): Promise<Chain[]> {
  const rows = await db
    .select({ text: cardVersion.chainText })
    .from(cardVersion)
    .where(and(eq(cardVersion.libraryId, libraryId), sql`${cardVersion.cardId} = ${among(cardIds)}`));
  return rows.map(({ text }) => JSON.parse(text) as Chain);
}

/** Takes the contents of some cards or proposals out of the library. */
export const eraseVersions = (db: Executor, libraryId: string, ids: readonly string[]) =>
  db
    .delete(cardVersion)
    .where(and(eq(cardVersion.libraryId, libraryId), sql`${cardVersion.cardId} = ${among(ids)}`));

/** The proposals that became some cards. */
export const proposalsOf = async (db: Executor, libraryId: string, cardIds: readonly string[]) =>
  (
    await db
      .select({ id: proposal.id })
      .from(proposal)
      .where(and(eq(proposal.libraryId, libraryId), sql`${proposal.cardId} = ${among(cardIds)}`))
  ).map(({ id }) => id);

/** The kinds of rows of members that are about a card, in an order in which none refers to one that went before. */
const ofMembers = entityNames
  .filter((entity) => entities[entity].of === "member" && factsOf(entity).references?.cardId === "card")
  .reverse();

/** What members gave some cards, by whose it is (null: the team's), in the order in which it can go. */
export async function memberRowsOf(
  db: Executor,
  libraryId: string,
  cardIds: readonly string[],
): Promise<Map<string | null, { readonly entity: Entity; readonly ids: string[] }[]>> {
  const found = new Map<string | null, { readonly entity: Entity; readonly ids: string[] }[]>();
  for (const entity of ofMembers) {
    const { rows } = await db.execute<{ owner: string | null; ids: string[] }>(sql`
      select owner_id as owner, array_agg(id order by id) as ids from ${tableOf(entity)}
      where library_id = ${libraryId} and card_id = ${among(cardIds)} group by owner_id order by owner_id`);
    for (const { owner, ids } of rows) found.set(owner, [...(found.get(owner) ?? []), { entity, ids }]);
  }
  return found;
}

/** What is left of some steps, and the names that those which go gave to what they are about. */
function without(steps: readonly RowChange[], gone: ReadonlySet<string>, names: Set<string>): RowChange[] {
  return steps.filter((step) => {
    const { id } = step.kind === "insert" ? step.row : step;
    if (!gone.has(id) || (step.entity !== "card" && step.entity !== "proposal")) return true;
    const fields = (step.kind === "insert" ? step.row : step.kind === "update" ? step.set : {}) as {
      readonly name?: string;
    };
    if (fields.name) names.add(fields.name);
    return false;
  });
}

/**
 * Takes what the history holds of some cards and proposals out of it: their rows and names. A change that was about
 * nothing else only notes from then on that there was one.
 */
export async function eraseFromHistory(
  db: Executor,
  libraryId: string,
  ids: readonly string[],
): Promise<void> {
  const gone = new Set(ids);
  const touched = await db
    .select({
      streamId: change.streamId,
      revision: change.revision,
      forward: change.forward,
      backward: change.backward,
      summary: change.summary,
    })
    .from(change)
    .innerJoin(stream, eq(stream.id, change.streamId))
    .where(and(eq(stream.libraryId, libraryId), sql`${change.touches} && ${sql.param([...ids])}::uuid[]`))
    .orderBy(change.sequence);
  const names = new Set<string>();
  const left = touched.map((one) => ({
    ...one,
    forward: without(one.forward, gone, names),
    backward: without(one.backward, gone, names),
  }));
  const said = [...names].sort((a, b) => b.length - a.length);
  for (const [i, { streamId, revision, forward, backward, summary }] of left.entries()) {
    const clean = said.reduce((text, name) => text.replaceAll(`“${name}”`, "an erased card"), summary);
    await db
      .update(change)
      .set({
        forward,
        backward,
        summary: clean,
        ...(forward.length === 0 && touched[i].forward.length > 0 && { direction: "stamp" as const }),
      })
      .where(and(eq(change.streamId, streamId), eq(change.revision, revision)));
  }
}
