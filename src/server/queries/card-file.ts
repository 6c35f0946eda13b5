import { readFile, stat } from "node:fs/promises";
import { filesOf } from "@/core/chain/active";
import type { Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { cardExtension, mostCarried, type CarriedFile } from "@/core/formats/card/card-file";
import { writeCardFile } from "@/core/formats/card/write";
import { correctionOf, isCorrection } from "@/core/formats/cdl/correction";
import { writeColourDecisions } from "@/core/formats/cdl/write";
import type { CardForm } from "@/core/api/operations/card-file";
import { fileName } from "@/core/library/file-names";
import { database } from "@/db/connection";
import { namesDownTo } from "@/db/branches";
import { readMedia } from "@/db/replica";
import { attachment } from "../attachment";
import { decoding } from "../decoding/decoding";
import { originalPath } from "../media-store";
import type { Member } from "../member";
import { filesHere } from "../files-here";
import { Refusal } from "../refusal";
import { requireCard } from "./card-versions";

/** The files that a chain depends on, to travel with its card as far as there is room for them. */
async function carriedFiles(libraryId: string, chain: Chain): Promise<CarriedFile[]> {
  let room = mostCarried;
  const files: CarriedFile[] = [];
  for (const { hash } of filesOf(chain)) {
    const media = await readMedia(database(), libraryId, hash);
    if (!media) continue;
    const named = { sha256: hash, name: media.name };
    const { size } = await stat(originalPath(hash));
    if (size > room) {
      files.push(named);
      continue;
    }
    room -= size;
    files.push({ ...named, base64: (await readFile(originalPath(hash))).toString("base64") });
  }
  return files;
}

/** A look as a table from encoded values to encoded values. Refuses what no table can hold. */
async function bakedCard(libraryId: string, name: string, chain: Chain): Promise<string> {
  const here = await filesHere(libraryId, chain);
  const { text, missing, beyond } = await decoding.bake({ name, chain, here });
  if (missing.length > 0)
    throw new Refusal(409, "missing", `This card cannot become a table: ${missing.join(", ")} is not here.`);
  if (beyond.length > 0)
    throw new Refusal(409, "not-a-table", `No table of colours can hold ${beyond.join(", ")}.`, {
      hint: "Keep a card without what looks at more than a single pixel's colour.",
    });
  return text;
}

/** A card as a file to be mailed or rendered with: as itself, or a look as a table (.cube) or as a colour decision (.cc). */
export async function cardFile(
  member: Member,
  cardId: string,
  { form }: { form: CardForm },
): Promise<Response> {
  const { name, note, maker, madeFor, fits, folderId, chain } = await requireCard(member, cardId);
  const file = fileName(name);
  switch (form) {
    case "card": {
      const files = await carriedFiles(member.libraryId, chain);
      const text = writeCardFile({
        name,
        note,
        maker,
        madeFor,
        fits,
        folder: await namesDownTo(database(), "folder", member.libraryId, folderId),
        chain,
        files,
      });
      return new Response(text, {
        headers: attachment(`${file}${cardExtension}`, "application/json; charset=utf-8"),
      });
    }
    case "cube":
      return new Response(await bakedCard(member.libraryId, name, chain), {
        headers: attachment(`${file}.cube`, "text/plain; charset=utf-8"),
      });
    case "cc": {
      if (!isCorrection(chain))
        throw new Refusal(
          409,
          "not-a-correction",
          "Only a card that is a colour decision list and nothing else can become a .cc file.",
        );
      return new Response(
        writeColourDecisions([correctionOf(normaliseChain(chain).chain.settings[0], name)], "cc"),
        { headers: attachment(`${file}.cc`, "application/xml; charset=utf-8") },
      );
    }
  }
}
