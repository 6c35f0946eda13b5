import { chainText, fingerprint } from "../../chain/fingerprint";
import { normaliseChain } from "../../chain/values";
import { cardFormat, cardFormatVersion, type CardFile } from "./card-file";

/** A card as the text of a `*.card.json` file. Reading it back gives an equal card; unknown effects stay as they are. */
export function writeCardFile({
  name,
  note,
  maker = "",
  madeFor = "",
  fits,
  folder,
  chain,
  files = [],
}: Omit<CardFile, "files" | "maker" | "madeFor"> &
  Partial<Pick<CardFile, "files" | "maker" | "madeFor">>): string {
  const stored = normaliseChain(chain).chain;
  const file = {
    format: cardFormat,
    version: cardFormatVersion,
    name,
    note,
    ...(maker !== "" && { maker }),
    ...(madeFor !== "" && { madeFor }),
    fits,
    folder,
    fingerprint: fingerprint(chainText(stored)),
    chain: stored,
    ...(files.length > 0 && { files }),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}
