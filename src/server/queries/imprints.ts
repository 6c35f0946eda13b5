import { imprintForm } from "@/core/measure/likeness";
import type { ComparedMedium } from "@/core/media";
import { database } from "@/db/connection";
import { readImprints } from "@/db/imprints";
import type { Member } from "../member";

async function* rows(
  { libraryId, userId }: Member,
  medium: ComparedMedium,
  of: readonly string[] | undefined,
): AsyncGenerator<Uint8Array<ArrayBuffer>> {
  for await (const some of readImprints(database(), { libraryId, userId, medium, form: imprintForm, of }))
    yield new Uint8Array(
      Buffer.concat(some.flatMap(({ fingerprint, figures }) => [Buffer.from(fingerprint, "hex"), figures])),
    );
}

/** What the contents of a library's cards do. Read as it is fetched, some thousand at a time; nothing is held in between. */
export function imprints(
  member: Member,
  { medium, of }: { readonly medium: ComparedMedium; readonly of?: string },
): Response {
  const all = rows(member, medium, of?.split(","));
  const body = new ReadableStream<Uint8Array<ArrayBuffer>>({
    async pull(controller) {
      const { value, done } = await all.next();
      if (done) controller.close();
      else controller.enqueue(value);
    },
    async cancel() {
      await all.return(undefined);
    },
  });
  return new Response(body, {
    headers: { "content-type": "application/octet-stream", "cache-control": "no-store" },
  });
}
