import { v7 as newId } from "uuid";
import { requestSchema, type CommandShape } from "@/core/api/command";
import { changing } from "./changing";
import { Ledger } from "@/db/ledger";
import { readSession } from "@/db/replica";
import { findRequest, lockStream, publicChange, record } from "@/db/streams";
import { requireRight, requireRightNow, type Member } from "./member";
import { noSession, Refusal } from "./refusal";
import { validate } from "./validate";

interface CommandOutcome<Result extends object> {
  /** What was done, in the words of the history: `kept “Small harbour room”`. */
  readonly summary: string;
  readonly result?: Result;
}

/** A command with what carries it out, through the ledger, inside the transaction. Throws a Refusal to change nothing. */
export interface Command<
  Name extends string = string,
  Input = never,
  Result extends object = object,
> extends Omit<CommandShape<Name, Input, Result>, "types"> {
  run(ledger: Ledger, input: Input, member: Member): Promise<CommandOutcome<Result>>;
}

/** Says how a command is carried out. */
export const carryOut = <Name extends string, Input, Result extends object>(
  shape: CommandShape<Name, Input, Result>,
  run: Command<Name, Input, Result>["run"],
): Command<Name, Input, Result> => ({ ...shape, run });

const streamKey = (command: Pick<CommandShape, "stream">, member: Member, sessionId: string | undefined) => ({
  libraryId: member.libraryId,
  ...(command.stream === "member" && { memberId: member.userId }),
  ...(command.stream === "session" && { sessionId }),
});

/**
 * Carries out a command in one transaction: the change, its record and the notification are written together or not
 * at all. A `requestId` that was carried out before is answered with what came of it then.
 * Returns the recorded change (null where there was nothing to change) and the command's result.
 */
export async function run<Input>(command: Command<string, Input>, member: Member, request: unknown) {
  // Who may not at all takes no turn from those who may.
  requireRight(member, command.right);
  const {
    requestId = newId(),
    sessionId,
    ...input
  } = validate<{ requestId?: string; sessionId?: string }>(requestSchema(command), request);
  const key = streamKey(command, member, sessionId);
  return changing(key, async (tx) => {
    if (sessionId && !(await readSession(tx, member.libraryId, sessionId))) throw noSession();
    const locked = await lockStream(tx, key, newId());
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
