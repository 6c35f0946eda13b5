import { changingDatabase, type Executor } from "@/db/connection";
import type { StreamKey } from "@/db/streams";
import { inTurn } from "@/db/turns";

/** Does `work` in one transaction, after all other changes to the same stream that this process was asked for before. */
export const changing = <T>(
  { libraryId, memberId = "", sessionId = "" }: StreamKey,
  work: (tx: Executor) => Promise<T>,
): Promise<T> => inTurn(`${libraryId} ${memberId} ${sessionId}`, () => changingDatabase().transaction(work));
