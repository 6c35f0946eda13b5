import { sql } from "drizzle-orm";
import { generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { chainText, fingerprint } from "../src/core/chain/fingerprint";
import { effectsOf } from "../src/core/chain/model";
import { normaliseChain } from "../src/core/chain/values";
import { sortKey } from "../src/core/text/fold";
import type { Database } from "../src/db/connection";
import { card, cardVersion, folder } from "../src/db/schema";
import { demoCards } from "../demo/library/cards";
import { randomFrom } from "../demo/random";

/** Of which the names of its cards are made. */
export const words =
  "harbour plate narrow lamp quay fog wind shingle rope tar gull slack tide hull plank caulk beacon ledge tern reed horn hollow near far dry warm thin wide bright dull glass slate copper kelp drift swell spray rim gate loft cellar stair yard slip winch buoy".split(
    " ",
  );

/** Adds invented cards to a library until it has `count`, in folders of so many, twenty-five of these in another, straight into the tables. */
export async function fillLibrary(
  db: Database,
  libraryId: string,
  count: number,
  perFolder = 50,
): Promise<void> {
  const random = randomFrom(7);
  const places = generateNKeysBetween(null, null, 2 * Math.ceil(count / perFolder) + 1);
  const word = () => words[Math.floor(random() * words.length)];
  const folders: (typeof folder.$inferInsert)[] = [];
  const cards: (typeof card.$inferInsert)[] = [];
  const versions: (typeof cardVersion.$inferInsert)[] = [];
  let parentId: string | null = null;
  for (let i = 0; i < count; i++) {
    if (i % (perFolder * 25) === 0) {
      parentId = newId();
      folders.push({
        id: parentId,
        libraryId,
        parentId: null,
        name: `${word()} ${word()} ${word()} ${i}`,
        position: places[folders.length],
      });
    }
    if (i % perFolder === 0)
      folders.push({
        id: newId(),
        libraryId,
        parentId,
        name: `${word()} ${word()} ${i / perFolder}`,
        position: places[folders.length],
      });
    const demo = demoCards[i % demoCards.length];
    const { chain } = normaliseChain(demo.chain);
    const text = chainText(chain);
    const name = `${word()} ${word()}, ${word()} ${i}`;
    const id = newId();
    cards.push({
      id,
      libraryId,
      layer: "team",
      name,
      sortKey: sortKey(name),
      medium: chain.medium,
      fits: [...demo.fits],
      folderId: folders.at(-1)!.id!,
      note: "",
      contentVersion: 1,
      fingerprint: fingerprint(text),
      chainText: text,
      effects: effectsOf(chain),
      authorId: null,
    });
    versions.push({ cardId: id, number: 1, libraryId, fingerprint: fingerprint(text), chainText: text });
  }
  for (let at = 0; at < folders.length; at += 1000)
    await db.insert(folder).values(folders.slice(at, at + 1000));
  for (let at = 0; at < cards.length; at += 1000) {
    await db.insert(card).values(cards.slice(at, at + 1000));
    await db.insert(cardVersion).values(versions.slice(at, at + 1000));
  }
}

/** Adds changes to the library's own stream that touched nothing, as if somebody had worked there for years. */
export async function fillHistory(
  db: Database,
  libraryId: string,
  actorId: string,
  count: number,
): Promise<void> {
  await db.execute(sql`
    with line as (select id, revision from stream where library_id = ${libraryId} and member_id is null and session_id is null)
    insert into change (stream_id, revision, request_id, command, summary, actor_id, forward, backward, result, taken_back)
    select line.id, line.revision + n, gen_random_uuid(), 'edit-card', 'renamed “Old ' || n || '”', ${actorId}, '[]', '[]', '{}', true
    from line, generate_series(1, ${count}::int) as n`);
  await db.execute(
    sql`update stream set revision = revision + ${count} where library_id = ${libraryId} and member_id is null and session_id is null`,
  );
  await db.execute(sql`analyze`);
}
