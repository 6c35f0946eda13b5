import Joi from "joi";
import { database } from "@/db/connection";
import { changesSince, findStream, publicChange } from "@/db/streams";
import { id } from "../fields";
import { validate } from "../validate";
import type { Member } from "../member";

export const changesInput = Joi.object({
  stream: Joi.string().valid("library", "member", "session").default("library"),
  sessionId: id.when("stream", { is: "session", then: Joi.required() }),
  since: Joi.string()
    .pattern(/^\d{1,9}$/)
    .default("0"),
});

const longestAnswer = 500;

/** The changes of one stream after a revision, oldest first, at most 500; `more` says whether there are others. */
export async function changes(member: Member, query: URLSearchParams) {
  const { stream, sessionId, since } = validate<{ stream: string; sessionId?: string; since: string }>(
    changesInput,
    Object.fromEntries(query),
  );
  const found = await findStream(database(), {
    libraryId: member.libraryId,
    ...(stream === "member" && { memberId: member.userId }),
    ...(stream === "session" && { sessionId }),
  });
  if (!found) return { changes: [], more: false };
  const rows = await changesSince(database(), found.id, Number(since), longestAnswer);
  return { changes: rows.map((row) => publicChange(row, found)), more: rows.length === longestAnswer };
}
