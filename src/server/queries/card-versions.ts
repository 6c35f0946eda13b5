import type { Chain } from "@/core/chain/model";
import { chainDifference } from "@/core/chain/difference";
import { writeCardFile } from "@/core/formats/card/write";
import { cardExtension } from "@/core/formats/card/card-file";
import { fileName } from "@/core/library/file-names";
import { database } from "@/db/connection";
import { folderPathOf, readCard, readVersions } from "@/db/cards";
import { attachment } from "../attachment";
import { isId } from "../ids";
import type { Member } from "../member";
import { notFound } from "../refusal";

async function requireCard({ libraryId }: Member, cardId: string) {
  const card = isId(cardId) ? await readCard(database(), libraryId, cardId) : null;
  if (!card) throw notFound("card");
  return card;
}

/** Every version of a card, the newest first, each with what it changed. */
export async function cardVersions(member: Member, cardId: string) {
  const card = await requireCard(member, cardId);
  const rows = await readVersions(database(), member.libraryId, cardId);
  const chains = rows.map((row) => JSON.parse(row.chainText) as Chain);
  return {
    current: card.contentVersion,
    versions: rows
      .map(({ number, authorId, at, fingerprint }, i) => ({ number, authorId, at: at.toISOString(), fingerprint, chain: chains[i], difference: i === 0 ? [] : chainDifference(chains[i - 1], chains[i]) }))
      .reverse(),
  };
}
export type CardVersions = Awaited<ReturnType<typeof cardVersions>>;

/** A card as a file to be mailed or rendered with. */
export async function cardFile(member: Member, cardId: string): Promise<Response> {
  const { name, note, fits, folderId, chain } = await requireCard(member, cardId);
  const text = writeCardFile({ name, note, fits, folder: await folderPathOf(database(), member.libraryId, folderId), chain });
  return new Response(text, { headers: attachment(`${fileName(name)}${cardExtension}`, "application/json; charset=utf-8") });
}
