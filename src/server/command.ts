import { v7 as newId } from "uuid";
import { requestSchema, type CommandShape } from "@/core/api/command";
import { changing } from "./changing";
import type { StreamKind } from "@/core/library/change";
import { countOwnCards } from "@/db/cards";
import { database } from "@/db/connection";
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

/** What of an input says which cards it is about. */
interface AboutCards {
  readonly cardId?: string | null;
  readonly cardIds?: readonly string[];
  readonly layer?: string;
  readonly names?: readonly { readonly cardId: string }[];
  readonly onto?: readonly string[];
}

/**
 * Whose line of revisions a request belongs to: what is done to private cards is their member's own matter, whatever the
 * command. Refuses what would be done to private cards and others at once, or cannot be done to private ones.
 */
async function streamOf(
  { stream, ownToo }: Pick<CommandShape, "stream" | "ownToo">,
  { libraryId, userId }: Member,
  { cardId, cardIds = [], onto = [], names = [], layer }: AboutCards,
): Promise<StreamKind> {
  if (stream !== "library") return stream;
  if (layer === "private") return "member";
  const about = new Set([
    ...(cardId ? [cardId] : []),
    ...cardIds,
    ...onto,
    ...names.map((named) => named.cardId),
  ]);
  const own = about.size === 0 ? 0 : await countOwnCards(database(), libraryId, userId, [...about]);
  if (own === 0) return stream;
  if (!ownToo)
    throw new Refusal(409, "private-card", "This cannot be done to a private card: only you know of it.", {
      hint: "Offer it to the team first.",
    });
  if (own < about.size)
    throw new Refusal(409, "mixed-layers", "Private cards are changed apart from those of the team.", {
      hint: "Choose only private cards, or none.",
    });
  return "member";
}

const streamKey = (of: StreamKind, member: Member, sessionId: string | undefined) => ({
  libraryId: member.libraryId,
  ...(of === "member" && { memberId: member.userId }),
  ...(of === "session" && { sessionId }),
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
  const of = await streamOf(command, member, input);
  const key = streamKey(of, member, sessionId);
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
    const ledger = new Ledger(tx, member.libraryId, member.userId, of);
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
