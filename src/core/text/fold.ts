/** Letters that have no decomposition in Unicode but are typed without their stroke or as two letters. */
const plain: Readonly<Record<string, string>> = {
  ø: "o",
  Ø: "o",
  ł: "l",
  Ł: "l",
  đ: "d",
  Đ: "d",
  ð: "d",
  Ð: "d",
  þ: "th",
  Þ: "th",
  ß: "ss",
  ẞ: "ss",
  æ: "ae",
  Æ: "ae",
  œ: "oe",
  Œ: "oe",
  ı: "i",
};
const special = new RegExp(`[${Object.keys(plain).join("")}]`, "g");
const ascii = /^[\x20-\x7e]*$/;

/** Katakana as hiragana, and small syllables as large ones: at the first level of collation they are the same. */
const small = "ぁぃぅぇぉっゃゅょゎゕゖ";
const large = "あいうえおつやゆよわかけ";
const smallOnes = new RegExp(`[${small}]`, "g");
const kana = (text: string): string =>
  text
    .replace(/[\u30a1-\u30f6]/g, (letter) => String.fromCharCode(letter.charCodeAt(0) - 0x60))
    .replace(smallOnes, (letter) => large[small.indexOf(letter)]);

/** Lower case of each code point by itself: that of a whole word depends on what stands around a Greek sigma. */
const lower = (text: string): string => {
  let out = "";
  for (const letter of text) out += letter.toLowerCase();
  return out;
};

/**
 * Text as it is compared: compatibility forms, accents and case taken away, the two Greek small sigmas as one, and
 * the two scripts of Japanese syllables as one (docs/decisions/0021). Source: Unicode NFKD (UAX #15), CaseFolding.txt;
 * Unicode Collation Algorithm (UTS #10), primary level.
 */
export function fold(text: string): string {
  if (ascii.test(text)) return text.toLowerCase();
  const bare = lower(
    text
      .replace(special, (letter) => plain[letter])
      .normalize("NFKD")
      .replace(/\p{M}/gu, ""),
  );
  return kana(bare.replace(special, (letter) => plain[letter]).replaceAll("ς", "σ"));
}

/** Text by which names are put in order: folded, numbers by value. Equal keys are ordered by the name itself. */
export const sortKey = (name: string): string =>
  fold(name)
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim()
    .replace(/\d+/g, (digits) => digits.replace(/^0+(?=\d)/, "").padStart(12, "0"));
