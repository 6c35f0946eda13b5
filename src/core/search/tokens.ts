import { fold } from "./fold";

/** A searchable word and where it stands in the original text (UTF-16 units). */
export interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

const run = /[\p{L}\p{M}\p{N}'’]+/gu;
/** Scripts that are written without spaces, where only a dictionary knows the words. */
const unspaced = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
/**
 * Borders inside a run: letter to digit, digit to letter, small to capital letter, and before the last capital of
 * several. A single small letter before a capital stays with it, as in the units dB and kHz.
 */
const inner = /(?<=\p{L}\p{M}*)(?=\p{N})|(?<=\p{N})(?=\p{L})|(?<=\p{L}\p{M}*\p{Ll}\p{M}*)(?=\p{Lu})|(?<=\p{Lu})(?=\p{Lu}\p{Ll})/u;

const segmenter = new Intl.Segmenter("und", { granularity: "word" });

function* runs(text: string): Iterable<{ word: string; start: number }> {
  if (unspaced.test(text)) {
    for (const part of segmenter.segment(text)) if (part.isWordLike) yield { word: part.segment, start: part.index };
    return;
  }
  for (const match of text.matchAll(run)) yield { word: match[0], start: match.index };
}

const folded = (word: string) => fold(word).replace(/['’]/g, "");

/**
 * The words of a text. It is cut first and folded after: at Unicode word borders, between letters and digits and at
 * camel-case borders; a word that was cut inside is also there as a whole (`LoFi2` → lofi2, lo, fi, 2).
 */
export function tokens(text: string): Token[] {
  const result: Token[] = [];
  for (const { word, start } of runs(text)) {
    const whole = folded(word);
    if (whole === "") continue;
    result.push({ text: whole, start, end: start + word.length });
    const parts = word.split(inner);
    if (parts.length === 1) continue;
    let at = start;
    for (const part of parts) {
      const piece = folded(part);
      if (piece !== "") result.push({ text: piece, start: at, end: at + part.length });
      at += part.length;
    }
  }
  return result;
}

/** The words of a typed query, folded, in the order of typing. Cut only at white space and `/ _ - .`, never inside a run. */
export const queryWords = (query: string): string[] => Array.from(runs(query), ({ word }) => folded(word)).filter((w) => w !== "");
