import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { Chain, Json } from "./model";

/**
 * Canonical JSON text: keys in the order of their UTF-16 units, numbers as ECMAScript prints them, no white space.
 * Source: RFC 8785. Throws a RangeError on a number that is not finite and on a lone surrogate (§3.2.2.2).
 */
export function canonicalJson(value: Json): string {
  if (value === null || typeof value === "boolean") return String(value);
  if (typeof value === "number") {
    if (!Number.isFinite(value))
      throw new RangeError("canonical JSON has no text for a number that is not finite");
    return JSON.stringify(value);
  }
  if (typeof value === "string") return canonicalString(value);
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(",")}]`;
  const record = value as { readonly [key: string]: Json };
  // The default order of sort() is the order of UTF-16 units that the RFC asks for.
  const members = Object.keys(record)
    .sort()
    .map((key) => `${canonicalString(key)}:${canonicalJson(record[key])}`);
  return `{${members.join(",")}}`;
}

function canonicalString(text: string): string {
  if (!text.isWellFormed()) throw new RangeError("canonical JSON has no text for a lone surrogate");
  return JSON.stringify(text);
}

/** The text under which a chain is stored. */
export const chainText = (chain: Chain): string => canonicalJson(chain as unknown as Json);

/** SHA-256 of the stored text, 64 hexadecimal digits: equal fingerprints are equal chains. */
export const fingerprint = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));
