import type { Chain } from "@/core/chain/model";
import { longestCardFile } from "@/core/formats/card/card-file";
import { bytesOf, readCardFile } from "@/core/formats/card/read";
import { settingOf } from "@/core/formats/cdl/correction";
import { readColourDecisions } from "@/core/formats/cdl/read";
import { longestCube, readCube } from "@/core/formats/cube/read";
import { FormatFault } from "@/core/chain/fault";

/** What a file of cards comes to: card files are read by the server, looks become chains here. */
export type ImportedCard =
  { readonly file: string } | { readonly name: string; readonly note: string; readonly chain: Chain };

/** Bytes of a table that is read on the page itself. */
const readHere = 2 * 2 ** 20;

const stem = (name: string) => name.replace(/\.[a-z0-9]{1,5}$/i, "");
const said = (file: File, problem: string) => new Error(`“${file.name}”: ${problem}`);

/** Corrections without a name of their own are numbered. */
const corrections = (file: File, text: string): ImportedCard[] => {
  const all = readColourDecisions(text);
  return all.map((correction, i) => ({
    name: correction.id || (all.length > 1 ? `${stem(file.name)} ${i + 1}` : stem(file.name)),
    note: `From ${file.name}.`,
    chain: { medium: "image", settings: [settingOf(correction)] },
  }));
};

/** Brings in what a card file carries, and gives the card by itself. What is no card file the server will refuse, with words. */
async function withoutFiles(text: string, bring: Bring): Promise<string> {
  // Most carry nothing.
  if (!text.includes('"base64"')) return text;
  const { files } = readCardFile(text);
  for (const { name, base64, sha256 } of files) {
    if (base64 === undefined) continue;
    const { id } = await bring(new File([bytesOf(base64)! as Uint8Array<ArrayBuffer>], name));
    if (id !== sha256) throw new FormatFault(`“${name}” did not arrive as it was sent.`, "files");
  }
  const { files: _, ...card } = JSON.parse(text.replace(/^\uFEFF/, "")) as Record<string, unknown>;
  return JSON.stringify(card);
}

type Bring = (file: File) => Promise<{ readonly id: string }>;

/**
 * Reads a file of one or several cards: a card file, an ASC CDL, or a .cube table, which `bring` puts into the library, as it does what a card file carries.
 * Throws an error whose words name the file and, where there is one, the place of the fault.
 */
export async function cardsOf(file: File, bring: Bring): Promise<ImportedCard[]> {
  try {
    if (/\.cube$/i.test(file.name)) {
      if (file.size > longestCube) throw said(file, "a table has at most 64 MB.");
      // A small one is looked at here, so that what is wrong with it is said before it is sent; a large one would stop the page.
      const title =
        file.size <= readHere
          ? readCube(await file.text()).title
          : (/^\s*TITLE\s+"?([^"\r\n]*)/m.exec(await file.slice(0, 4096).text())?.[1] ?? "");
      const { id } = await bring(file);
      return [
        {
          name: title.trim() || stem(file.name),
          note: `From ${file.name}.`,
          chain: {
            medium: "image",
            settings: [{ effect: "image.lut", values: { table: id }, on: true, mix: 100 }],
          },
        },
      ];
    }
    if (file.size > 4 * longestCardFile) throw said(file, "it is too large for a card file.");
    const text = await file.text();
    if (/\.(cc|ccc|cdl)$/i.test(file.name)) return corrections(file, text);
    if (text.length > longestCardFile) throw said(file, "it is too large for a card file.");
    return [{ file: await withoutFiles(text, bring) }];
  } catch (error) {
    if (error instanceof FormatFault) throw said(file, `${error.message} (${error.where})`);
    throw error;
  }
}
