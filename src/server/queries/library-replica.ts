import type { LibraryAnswer } from "@/core/api/operations/library-replica";
import { headOf, smallEntities, type CardHead } from "@/core/library/entities";
import { atOneMoment } from "@/db/connection";
import { readOwnCards } from "@/db/cards";
import { readAll } from "@/db/entities";
import { readHabits } from "@/db/habits";
import { findStream } from "@/db/streams";
import type { Member } from "../member";

/**
 * What a member may see of a library besides its cards, with the revisions it stands at. Read in one repeatable-read
 * transaction, so that rows and revisions belong together.
 */
export const libraryReplica = ({
  libraryId,
  libraryName,
  userId,
  role,
  name,
  settings,
}: Member): Promise<LibraryAnswer> =>
  atOneMoment(async (tx) => {
    const shared = await findStream(tx, { libraryId });
    const own = await findStream(tx, { libraryId, memberId: userId });
    const rows: Record<string, readonly object[]> = {};
    for (const entity of smallEntities) rows[entity] = await readAll(tx, entity, libraryId, userId);
    return {
      library: { id: libraryId, name: libraryName },
      member: { id: userId, name, role, settings },
      streams: [
        ...(shared ? [{ of: "library" as const, id: shared.id, revision: shared.revision }] : []),
        ...(own ? [{ of: "member" as const, id: own.id, revision: own.revision }] : []),
      ],
      habits: await readHabits(tx, libraryId, userId),
      ownCards: (await readOwnCards(tx, libraryId, userId)).map((card) => headOf("card", card) as CardHead),
      rows: rows as unknown as LibraryAnswer["rows"],
    };
  });
