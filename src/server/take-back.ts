import { v7 as newId } from "uuid";
import { database } from "@/db/connection";
import type { Executor } from "@/db/connection";
import { BuiltUpon, Ledger, playBack } from "@/db/ledger";
import {
  findChange,
  findRequest,
  findStream,
  findStreamById,
  kindOf,
  lockStream,
  markTakenBack,
  nextToTakeBack,
  publicChange,
  record,
  type ChangeRow,
  type StreamKey,
  type StreamRow,
} from "@/db/streams";
import type { TakeBack } from "@/core/api/operations/take-back";
import { changing } from "./changing";
import { commands } from "./commands";
import { requireRightNow, type Member } from "./member";
import { isReferred } from "./referred";
import { settleMembers } from "./members";
import { Refusal } from "./refusal";
import { entities } from "@/core/library/entities";

const builtUpon = (what: string) =>
  new Refusal(409, "built-upon", `This cannot be taken back any more: the ${what} was changed again since.`, {
    hint: "Take back the later change first.",
  });

const keyOf = ({ libraryId, memberId, sessionId }: StreamRow): StreamKey => ({
  libraryId,
  memberId: memberId ?? undefined,
  sessionId: sessionId ?? undefined,
});

interface Candidate {
  readonly row: ChangeRow;
  readonly stream: StreamRow;
}

/** What is no command, such as having joined, nobody takes back without meaning it: only where it stands in the history. */
const byCommand = commands.map(({ name }) => name);

/** The member's latest change by a command over the library, their own things and a session. */
async function latest(
  db: Executor,
  { libraryId, userId }: Member,
  direction: "undo" | "redo",
  sessionId: string | undefined,
): Promise<Candidate | null> {
  const keys: StreamKey[] = [
    { libraryId },
    { libraryId, memberId: userId },
    ...(sessionId ? [{ libraryId, sessionId }] : []),
  ];
  const streams: StreamRow[] = [];
  for (const key of keys) {
    const stream = await findStream(db, key);
    if (stream) streams.push(stream);
  }
  const row = await nextToTakeBack(
    db,
    streams.map((s) => s.id),
    userId,
    direction,
    byCommand,
  );
  return row && { row, stream: streams.find((s) => s.id === row.streamId)! };
}

/** One change of the history, whoever made it. Refuses one that cannot be taken back. */
async function named(
  db: Executor,
  { libraryId, userId }: Member,
  { streamId, revision }: { streamId: string; revision: number },
): Promise<Candidate> {
  const stream = await findStreamById(db, libraryId, userId, streamId);
  const row = stream && (await findChange(db, streamId, revision));
  if (!row) throw new Refusal(404, "no-change", "This change is not in the library's history.");
  if (row.direction === "stamp")
    throw row.forward.length === 0 || row.command === "erase-cards"
      ? new Refusal(409, "erased", "What this was about was erased for good.")
      : new Refusal(409, "a-stamp", "This only notes what was measured; there is nothing to take back.");
  if (row.takenBack) throw new Refusal(409, "taken-back", "This change has been taken back already.");
  return { row, stream };
}

/**
 * Takes back a change: with `direction` the member's own latest one (or, as redo, their latest taking back) in the
 * library, among their own things and in the given session; with `change` any one of the history. It is itself a
 * recorded change, which can be taken back in turn. Nothing to take back gives `change: null`.
 */
export async function takeBack(
  member: Member,
  { direction, sessionId, change, requestId = newId() }: TakeBack,
) {
  const { libraryId, userId } = member;
  const find = (db: Executor) =>
    change ? named(db, member, change) : latest(db, member, direction!, sessionId);
  /** What came of this request, where it was carried out before. */
  const answered = async (db: Executor) => {
    const done = await findRequest(db, requestId);
    const stream =
      done?.actorId === userId ? await findStreamById(db, libraryId, userId, done.streamId) : null;
    return done && stream && { change: publicChange(done, stream) };
  };
  try {
    const before = await answered(database());
    if (before) return before;
    const candidate = await find(database());
    if (!candidate) return { change: null };
    const key = keyOf(candidate.stream);
    return await changing(key, async (tx) => {
      const locked = await lockStream(tx, key, newId());
      const meanwhile = await answered(tx);
      if (meanwhile) return meanwhile;
      // Another tab may have taken it back while this one waited for its turn.
      const still = await find(tx);
      if (still?.row.sequence !== candidate.row.sequence)
        throw new Refusal(409, "stale", "Another window has just taken something back.", {
          hint: "Try again.",
        });
      const { row } = candidate;
      const command = commands.find((c) => c.name === row.command);
      // What is no command, such as joining, is for those who manage the library.
      await requireRightNow(tx, member, command ? (command.undoRight ?? command.right) : "govern");
      const ledger = new Ledger(tx, libraryId, userId, kindOf(candidate.stream));
      await playBack(ledger, row.forward, row.backward);
      if (row.forward.some((step) => step.entity === "member")) await settleMembers(ledger);
      await markTakenBack(tx, row);
      const written = await record(tx, locked, {
        requestId,
        command: row.command,
        summary: row.summary,
        actorId: userId,
        forward: ledger.forward,
        backward: ledger.backward,
        result: {},
        direction: row.direction === "undo" ? "redo" : "undo",
        takesBack: row.revision,
      });
      return { change: publicChange(written, locked) };
    });
  } catch (error) {
    if (error instanceof BuiltUpon) throw builtUpon(entities[error.entity].noun);
    if (isReferred(error)) throw builtUpon("card");
    throw error;
  }
}
