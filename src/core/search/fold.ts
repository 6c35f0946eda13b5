/** Letters that have no decomposition in Unicode but are typed without their stroke or as two letters. */
const plain: Readonly<Record<string, string>> = {
  ø: "o", Ø: "o", ł: "l", Ł: "l", đ: "d", Đ: "d", ð: "d", Ð: "d", þ: "th", Þ: "th",
  ß: "ss", ẞ: "ss", æ: "ae", Æ: "ae", œ: "oe", Œ: "oe", ı: "i",
};
const special = new RegExp(`[${Object.keys(plain).join("")}]`, "g");
const ascii = /^[\x20-\x7e]*$/;

/** Text as it is compared: compatibility forms, accents and case taken away. Source: Unicode NFKD (UAX #15). */
export function fold(text: string): string {
  if (ascii.test(text)) return text.toLowerCase();
  return text
    .replace(special, (letter) => plain[letter])
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(special, (letter) => plain[letter]);
}

/** Text by which names are put in order: folded, numbers by value. Equal keys are ordered by the name itself. */
export const sortKey = (name: string): string =>
  fold(name)
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim()
    .replace(/\d+/g, (digits) => digits.replace(/^0+(?=\d)/, "").padStart(12, "0"));
