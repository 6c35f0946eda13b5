import type { HeadsOpening } from "@/core/api/operations/card-heads";
import { headFields } from "@/core/library/entities";
import { countCards, headTexts } from "@/db/cards";
import { atOneMoment, type Executor } from "@/db/connection";
import { changesSince, findStream } from "@/db/streams";
import type { Member } from "../member";
import { notFound } from "../refusal";
import { spooled } from "../spool";

/** The heads of a library's cards as lines of JSON. */
async function* headLines(tx: Executor, libraryId: string): AsyncGenerator<string> {
  const stream = await findStream(tx, { libraryId });
  if (!stream) throw notFound("library");
  const [last] = await changesSince(tx, stream.id, stream.revision - 1, 1);
  const opening: HeadsOpening = {
    streamId: stream.id,
    revision: stream.revision,
    changedAt: last?.at.toISOString() ?? null,
    count: await countCards(tx, libraryId),
    fields: headFields,
  };
  yield `${JSON.stringify(opening)}\n`;
  for await (const heads of headTexts(tx, libraryId, null)) yield `[${heads}]\n`;
}

/**
 * All cards of a library but private ones, without their contents, with the revision at which they stand. The transaction ends before the
 * answer is fetched.
 */
export async function cardHeads({ libraryId }: Member): Promise<Response> {
  const body = await atOneMoment((tx) => spooled(headLines(tx, libraryId)));
  return new Response(body, {
    headers: { "content-type": "application/x-ndjson; charset=utf-8", "cache-control": "no-store" },
  });
}
