import { sha256 as hashOf } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { chainText, fingerprint } from "../../chain/fingerprint";
import { isRecord, type Json } from "../../chain/model";
import { parseChain } from "../../chain/parse";
import { normaliseChain, sayProblem } from "../../chain/values";
import { targetKinds, type TargetKind } from "../../media";
import { longestFormat, readFormat, sayFormat } from "../../media/format";
import { cleanName, deepestFolder, lengthOf, longestName, longestNote } from "../../text/names";
import { FormatFault } from "../../chain/fault";
import { readJsonText } from "../json-text";
import { longestChain } from "../../chain/model";
import {
  cardFormat,
  cardFormatVersion,
  longestCard,
  longestCardFile,
  type CardFile,
  type CarriedFile,
} from "./card-file";

function text(value: Json | undefined, where: string, longest: number): string {
  if (typeof value !== "string") throw new FormatFault("Text is missing here.", where);
  const length = lengthOf(value);
  if (length > longest)
    throw new FormatFault(`At most ${longest} characters are possible here; there are ${length}.`, where);
  return value;
}

function list(value: Json | undefined, where: string, most: number): readonly Json[] {
  if (!Array.isArray(value)) throw new FormatFault("A list is missing here.", where);
  if (value.length > most)
    throw new FormatFault(`At most ${most} are possible here; there are ${value.length}.`, where);
  return value;
}

function kind(value: Json, where: string): TargetKind {
  const known = targetKinds.find((k) => k === value);
  if (!known) throw new FormatFault(`This is none of ${targetKinds.join(", ")}.`, where);
  return known;
}

function format(value: string): string {
  const read = readFormat(value);
  if (typeof read === "string") throw new FormatFault(read, "madeFor");
  return sayFormat(read);
}

/** A file that the card carries. Throws where its bytes are not those that its hash names. */
function carried(value: Json, where: string): CarriedFile {
  if (!isRecord(value)) throw new FormatFault("A file is missing here.", where);
  const sha256 = text(value.sha256, `${where}.sha256`, 64);
  if (!/^[0-9a-f]{64}$/.test(sha256))
    throw new FormatFault("A SHA-256 has 64 digits, 0 to 9 and a to f.", `${where}.sha256`);
  const name = cleanName(text(value.name ?? "", `${where}.name`, longestName)) || sha256.slice(0, 8);
  if (value.base64 === undefined) return { sha256, name };
  const base64 = text(value.base64, `${where}.base64`, longestCardFile);
  const bytes = bytesOf(base64);
  if (!bytes) throw new FormatFault("This is not base64.", `${where}.base64`);
  if (bytesToHex(hashOf(bytes)) !== sha256)
    throw new FormatFault("The bytes are not those that the hash names.", `${where}.base64`);
  return { sha256, name, base64 };
}

/** The bytes of base64 (RFC 4648), or null for all else. */
export function bytesOf(base64: string): Uint8Array | null {
  if (base64.length % 4 !== 0 || !/^[A-Za-z0-9+/]*={0,2}$/.test(base64)) return null;
  const letters = atob(base64);
  const bytes = new Uint8Array(letters.length);
  for (let i = 0; i < letters.length; i++) bytes[i] = letters.charCodeAt(i);
  return bytes;
}

/**
 * Reads a `*.card.json` file of at most half a million characters, and 24 MB of files that it carries. Throws a FormatFault that says what is wrong and where:
 * in the syntax, in a field, in a value of a known effect, or where the chain is not the one its fingerprint names.
 * Effects that are unknown here are carried along untouched. Fields that this version does not know are passed by.
 */
export function readCardFile(source: string): CardFile {
  const file = readJsonText(source, longestCardFile);
  if (
    isRecord(file) &&
    source.length > longestCard &&
    JSON.stringify({ ...file, files: undefined }).length > longestCard
  )
    throw new FormatFault(
      `A card has at most ${longestCard} characters besides the files that it carries.`,
      "the file",
    );
  if (!isRecord(file) || file.format !== cardFormat)
    throw new FormatFault("This is not a card of Fichier.", "format");
  if (file.version !== cardFormatVersion)
    throw new FormatFault(
      `This card was written by another version (${String(file.version)}); version ${cardFormatVersion} can be read here.`,
      "version",
    );
  const name = cleanName(text(file.name, "name", longestName));
  if (name === "") throw new FormatFault("The card has no name.", "name");
  const { chain, problems } = normaliseChain(parseChain(file.chain));
  if (problems.length > 0) throw new FormatFault(sayProblem(problems[0]), `chain.${problems[0].path}`);
  if (chain.settings.length === 0) throw new FormatFault("The card's chain is empty.", "chain.settings");
  if (file.fingerprint !== undefined && file.fingerprint !== fingerprint(chainText(chain)))
    throw new FormatFault(
      "The chain is not the one that was written: its fingerprint differs. Remove the fingerprint to take the chain as it is.",
      "fingerprint",
    );
  return {
    name,
    note: text(file.note ?? "", "note", longestNote),
    maker: cleanName(text(file.maker ?? "", "maker", longestName)),
    madeFor: format(text(file.madeFor ?? "", "madeFor", longestFormat)),
    fits: [
      ...new Set(list(file.fits ?? [], "fits", targetKinds.length).map((k, i) => kind(k, `fits[${i}]`))),
    ],
    folder: list(file.folder ?? [], "folder", deepestFolder)
      .map((f, i) => cleanName(text(f, `folder[${i}]`, longestName)))
      .filter(Boolean),
    chain,
    files: list(file.files ?? [], "files", longestChain).map((each, i) => carried(each, `files[${i}]`)),
  };
}
