import { chainText, fingerprint } from "../../chain/fingerprint";
import type { Json } from "../../chain/model";
import { isRecord, parseChain } from "../../chain/parse";
import { normaliseChain, sayProblem } from "../../chain/values";
import { targetKinds, type TargetKind } from "../../library/entities";
import { cleanName, deepestFolder, longestName, longestNote } from "../../library/names";
import { FormatFault } from "../fault";
import { readJsonText } from "../json-text";
import { cardFormat, cardFormatVersion, longestCardFile, type CardFile } from "./card-file";

function text(value: Json | undefined, where: string, longest: number): string {
  if (typeof value !== "string") throw new FormatFault("Text is missing here.", where);
  if (value.length > longest) throw new FormatFault(`At most ${longest} characters are possible here; there are ${value.length}.`, where);
  return value;
}

function list(value: Json | undefined, where: string, most: number): readonly Json[] {
  if (!Array.isArray(value)) throw new FormatFault("A list is missing here.", where);
  if (value.length > most) throw new FormatFault(`At most ${most} are possible here; there are ${value.length}.`, where);
  return value;
}

function kind(value: Json, where: string): TargetKind {
  const known = targetKinds.find((k) => k === value);
  if (!known) throw new FormatFault(`This is none of ${targetKinds.join(", ")}.`, where);
  return known;
}

/**
 * Reads a `*.card.json` file of at most one million characters. Throws a FormatFault that says what is wrong and where:
 * in the syntax, in a field, in a value of a known effect, or where the chain is not the one its fingerprint names.
 * Effects that are unknown here are carried along untouched. Fields that this version does not know are passed by.
 */
export function readCardFile(source: string): CardFile {
  const file = readJsonText(source, longestCardFile);
  if (!isRecord(file) || file.format !== cardFormat) throw new FormatFault("This is not a card of Fichier.", "format");
  if (file.version !== cardFormatVersion) throw new FormatFault(`This card was written by another version (${String(file.version)}); version ${cardFormatVersion} can be read here.`, "version");
  const name = cleanName(text(file.name, "name", longestName));
  if (name === "") throw new FormatFault("The card has no name.", "name");
  const { chain, problems } = normaliseChain(parseChain(file.chain));
  if (problems.length > 0) throw new FormatFault(sayProblem(problems[0]), `chain.${problems[0].path}`);
  if (chain.settings.length === 0) throw new FormatFault("The card's chain is empty.", "chain.settings");
  if (file.fingerprint !== undefined && file.fingerprint !== fingerprint(chainText(chain)))
    throw new FormatFault("The chain is not the one that was written: its fingerprint differs. Remove the fingerprint to take the chain as it is.", "fingerprint");
  return {
    name,
    note: text(file.note ?? "", "note", longestNote),
    fits: [...new Set(list(file.fits ?? [], "fits", targetKinds.length).map((k, i) => kind(k, `fits[${i}]`)))],
    folder: list(file.folder ?? [], "folder", deepestFolder).map((f, i) => cleanName(text(f, `folder[${i}]`, longestName))).filter(Boolean),
    chain,
  };
}
