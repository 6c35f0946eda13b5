import { v7 as newId } from "uuid";
import { chainText, fingerprint } from "../src/core/chain/fingerprint";
import { normaliseChain } from "../src/core/chain/values";
import { sortKey } from "../src/core/text/fold";
import type { Database } from "../src/db/connection";
import { card, cardVersion, folder } from "../src/db/schema";
import { demoCards } from "../demo/library/cards";
import { randomFrom } from "../demo/random";

const words =
  "harbour plate narrow lamp quay fog wind shingle rope tar gull slack tide hull plank caulk beacon ledge tern reed horn hollow near far dry warm thin wide bright dull glass slate copper kelp drift swell spray rim gate loft cellar stair yard slip winch buoy".split(
    " ",
  );

/** Adds invented cards to a library until it has `count`, in folders of fifty, straight into the tables. */
export async function fillLibrary(db: Database, libraryId: string, count: number): Promise<void> {
  const random = randomFrom(7);
  const word = () => words[Math.floor(random() * words.length)];
  const folders: (typeof folder.$inferInsert)[] = [];
  const cards: (typeof card.$inferInsert)[] = [];
  const versions: (typeof cardVersion.$inferInsert)[] = [];
  for (let i = 0; i < count; i++) {
    if (i % 50 === 0)
      folders.push({
        id: newId(),
        libraryId,
        parentId: null,
        name: `${word()} ${word()} ${i / 50}`,
        position: `b${String(i).padStart(6, "0")}`,
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
      authorId: null,
    });
    versions.push({ cardId: id, number: 1, libraryId, fingerprint: fingerprint(text), chainText: text });
  }
  await db.insert(folder).values(folders);
  for (let at = 0; at < cards.length; at += 1000) {
    await db.insert(card).values(cards.slice(at, at + 1000));
    await db.insert(cardVersion).values(versions.slice(at, at + 1000));
  }
}
