import Joi from "joi";
import { v7 as newId } from "uuid";
import { database } from "@/db/connection";
import { BuiltUpon, Ledger, playBack } from "@/db/ledger";
import { findRequest, findStream, lockStream, markTakenBack, nextToTakeBack, publicChange, record } from "@/db/streams";
import { validate } from "./command";
import { commands } from "./commands";
import { requireRight, type Member } from "./member";
import { Refusal } from "./refusal";
import { entityWords } from "./rows";

const input = Joi.object({
  direction: Joi.string().valid("undo", "redo").required(),
  sessionId: Joi.string().guid(),
  requestId: Joi.string().guid(),
});

/** Foreign-key violation: something else refers to what would go. */
const isReferred = (error: unknown): boolean =>
  error instanceof Error && ((error as { code?: string }).code === "23503" || (error.cause !== undefined && isReferred(error.cause)));

const builtUpon = (what: string) =>
  new Refusal(409, "built-upon", `This cannot be taken back any more: the ${what} was changed again since.`, { hint: "Take back the later change first." });

/**
 * Takes back the member's latest change (or, as redo, the latest taking back) in the library, among their own things
 * and in the given session. It is itself a recorded change. Nothing to take back gives `change: null`.
 */
export async function takeBack(member: Member, request: unknown) {
  const { direction, sessionId, requestId = newId() } = validate<{ direction: "undo" | "redo"; sessionId?: string; requestId?: string }>(input, request);
  const { libraryId, userId } = member;
  try {
    return await database().transaction(async (tx) => {
      const before = await findRequest(tx, requestId);
      if (before?.actorId === userId) return { change: publicChange(before) };
      const keys = [{ libraryId }, { libraryId, memberId: userId }, ...(sessionId ? [{ libraryId, sessionId }] : [])];
      const streams = [];
      for (const key of keys) streams.push(await findStream(tx, key));
      const ids = streams.flatMap((s) => (s ? [s.id] : []));
      const candidate = await nextToTakeBack(tx, ids, userId, direction);
      if (!candidate) return { change: null };
      const key = keys[streams.findIndex((s) => s?.id === candidate.streamId)];
      const locked = await lockStream(tx, key, newId());
      // Another tab may have taken it back while this one waited for the lock.
      const still = await nextToTakeBack(tx, ids, userId, direction);
      if (still?.sequence !== candidate.sequence) throw new Refusal(409, "stale", "Another window has just taken something back.", { hint: "Try again." });
      const command = commands.find((c) => c.name === candidate.command);
      if (command) requireRight(member, command.right);
      const ledger = new Ledger(tx, libraryId, userId);
      await playBack(ledger, candidate.forward, candidate.backward);
      await markTakenBack(tx, candidate);
      const row = await record(tx, locked, {
        requestId,
        command: candidate.command,
        summary: candidate.summary,
        actorId: userId,
        forward: ledger.forward,
        backward: ledger.backward,
        result: {},
        direction,
        takesBack: candidate.revision,
      });
      return { change: publicChange(row) };
    });
  } catch (error) {
    if (error instanceof BuiltUpon) throw builtUpon(entityWords[error.entity]);
    if (isReferred(error)) throw builtUpon("card");
    throw error;
  }
}
