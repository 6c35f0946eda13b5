import Joi from "joi";
import { v7 as newId } from "uuid";
import type { Right } from "@/core/library/roles";
import { database } from "@/db/connection";
import { Ledger } from "@/db/ledger";
import { readSession } from "@/db/replica";
import { findRequest, lockStream, publicChange, record } from "@/db/streams";
import { id } from "./fields";
import { requireRight, requireRightNow, type Member } from "./member";
import { noSession, Refusal } from "./refusal";
import { validate } from "./validate";

interface CommandOutcome {
  /** What was done, in the words of the history: `kept “Small harbour room”`. */
  readonly summary: string;
  readonly result?: object;
}

export interface Command<Input = never> {
  readonly name: string;
  readonly right: Right;
  /** Which line of revisions its changes belong to; a function where that follows from the input. */
  readonly stream: "library" | "member" | "session";
  readonly input: Joi.ObjectSchema;
  /** What taking it back asks for, where that is not `right`. */
  readonly undoRight?: Right;
  /** Only notes a fact; taking back passes it by. */
  readonly isStamp?: boolean;
  /** Does the work through the ledger, inside the transaction. Throws a Refusal to change nothing. */
  run(ledger: Ledger, input: Input, member: Member): Promise<CommandOutcome>;
}

/** Declares a command; `Input` is what its schema lets through. */
export const defineCommand =
  <Input>() =>
  (command: Command<Input>): Command<Input> =>
    command;

/** The fields that every command's request may have besides its own. */
const envelope = { requestId: id, sessionId: id };

const streamKey = (command: Command<unknown>, member: Member, sessionId: string | undefined) => ({
  libraryId: member.libraryId,
  ...(command.stream === "member" && { memberId: member.userId }),
  ...(command.stream === "session" && { sessionId }),
});

/** What a request for a command may hold. */
export const requestSchema = (command: Pick<Command, "input" | "stream">): Joi.ObjectSchema =>
  command.input.keys(
    command.stream === "session" ? { ...envelope, sessionId: envelope.sessionId.required() } : envelope,
  );

/**
 * Carries out a command in one transaction: the change, its record and the notification are written together or not
 * at all. A `requestId` that was carried out before is answered with what came of it then.
 * Returns the recorded change (null where there was nothing to change) and the command's result.
 */
export async function run<Input>(command: Command<Input>, member: Member, request: unknown) {
  // Who may not at all takes no turn from those who may.
  requireRight(member, command.right);
  const {
    requestId = newId(),
    sessionId,
    ...input
  } = validate<{ requestId?: string; sessionId?: string }>(requestSchema(command), request);
  return database().transaction(async (tx) => {
    if (sessionId && !(await readSession(tx, member.libraryId, sessionId))) throw noSession();
    const locked = await lockStream(tx, streamKey(command as Command<unknown>, member, sessionId), newId());
    const now = await requireRightNow(tx, member, command.right);
    const before = await findRequest(tx, requestId);
    if (before) {
      if (before.actorId !== member.userId)
        throw new Refusal(409, "request-id-taken", "This request id was used before.");
      return { change: publicChange(before, locked), result: before.result };
    }
    const ledger = new Ledger(tx, member.libraryId, member.userId);
    const { summary, result = {} } = await command.run(
      ledger,
      { ...input, ...(sessionId && { sessionId }) } as Input,
      now,
    );
    if (ledger.forward.length === 0) return { change: null, result };
    const row = await record(tx, locked, {
      requestId,
      command: command.name,
      summary,
      actorId: member.userId,
      forward: ledger.forward,
      backward: ledger.backward,
      result,
      ...(command.isStamp && { direction: "stamp" as const }),
    });
    return { change: publicChange(row, locked), result };
  });
}
