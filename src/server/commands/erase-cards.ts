import { eraseCards as shape } from "@/core/api/commands/erase-cards";
import { filesOf } from "@/core/chain/active";
import { count } from "@/core/library/words";
import { eraseFromHistory, eraseVersions, memberRowsOf, proposalsOf, versionsOf } from "@/db/erase";
import { Ledger } from "@/db/ledger";
import { removeMedia, unusedMedia } from "@/db/media";
import { lockStream, record } from "@/db/streams";
import { v7 as newId } from "uuid";
import { carryOut } from "../command";
import { requirePerson } from "../member";
import { isReferred } from "../referred";
import { Refusal } from "../refusal";
import { requireEditableCards } from "../rows";

export const eraseCards = carryOut(shape, async (ledger, { cardIds }, member) => {
  requirePerson(member);
  const { db, libraryId } = ledger;
  const cards = await requireEditableCards(ledger, cardIds);
  const inUse = cards.find(({ withdrawn }) => !withdrawn);
  if (inUse)
    throw new Refusal(409, "in-use", `“${inUse.name}” is in use.`, {
      hint: "Withdraw it first; only what is withdrawn can be erased.",
    });
  const contents = await versionsOf(db, libraryId, cardIds);
  const files = new Set(contents.flatMap((chain) => filesOf(chain).map(({ hash }) => hash)));

  // By number: no name is to be left.
  const erased = count(cards.length, "card");
  // What members gave them is each one's own matter, and goes in their own line of revisions.
  for (const [ownerId, rows] of await memberRowsOf(db, libraryId, cardIds)) {
    const own = ownerId === null ? ledger : new Ledger(db, libraryId, ownerId, "member");
    for (const { entity, ids } of rows) await own.erase(entity, ids);
    if (ownerId === null) continue;
    const locked = await lockStream(db, { libraryId, memberId: ownerId }, newId());
    await record(db, locked, {
      requestId: newId(),
      command: shape.name,
      summary: `lost what was given to ${erased}, which ${cards.length === 1 ? "was" : "were"} erased`,
      actorId: member.userId,
      forward: own.forward,
      backward: [],
      result: {},
      direction: "stamp",
    });
  }
  const proposals = await proposalsOf(db, libraryId, cardIds);
  await ledger.erase("proposal", proposals);
  await ledger.erase("card", cardIds).catch((error: unknown) => {
    if (!isReferred(error)) throw error;
    throw new Refusal(409, "in-use", "Somebody has just given one of these cards something.", {
      hint: "Try again.",
    });
  });
  const gone = [...cardIds, ...proposals];
  await eraseVersions(db, libraryId, gone);
  await eraseFromHistory(db, libraryId, gone);

  const unused = (await unusedMedia(db, libraryId)).map(({ id }) => id);
  const removed = unused.filter((id) => files.has(id));
  // The copies that the store has of them are swept away later.
  await removeMedia(db, libraryId, removed);
  return { summary: `erased ${erased} for good`, result: { files: removed.length } };
});
