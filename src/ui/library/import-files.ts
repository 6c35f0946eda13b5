import type { Chain } from "@/core/chain/model";
import { longestCardFile } from "@/core/formats/card/card-file";
import { settingOf } from "@/core/formats/cdl/correction";
import { readColourDecisions } from "@/core/formats/cdl/read";
import { readCube } from "@/core/formats/cube/read";
import { FormatFault } from "@/core/formats/fault";

/** Endings of files that can become cards, as a file chooser takes them. */
export const importable = ".json,application/json,.cube,.cc,.ccc,.cdl";

/** What a file of cards comes to: card files are read by the server, looks become chains here. */
export type ImportedCard = { readonly file: string } | { readonly name: string; readonly note: string; readonly chain: Chain };

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

/**
 * Reads a file of one or several cards: a card file, an ASC CDL, or a .cube table, which `bring` puts into the library.
 * Throws an error whose words name the file and, where there is one, the place of the fault.
 */
export async function cardsOf(file: File, bring: (file: File) => Promise<{ readonly id: string }>): Promise<ImportedCard[]> {
  try {
    if (/\.cube$/i.test(file.name)) {
      const { title } = readCube(await file.text());
      const { id } = await bring(file);
      return [{ name: title.trim() || stem(file.name), note: `From ${file.name}.`, chain: { medium: "image", settings: [{ effect: "image.lut", values: { table: id }, on: true, mix: 100 }] } }];
    }
    const text = await file.text();
    if (/\.(cc|ccc|cdl)$/i.test(file.name)) return corrections(file, text);
    if (text.length > longestCardFile) throw said(file, "it is too large for a card file.");
    return [{ file: text }];
  } catch (error) {
    if (error instanceof FormatFault) throw said(file, `${error.message} (${error.where})`);
    throw error;
  }
}
