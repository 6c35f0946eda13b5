import { writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import * as fontkit from "fontkit";
import type { Font } from "fontkit";
import { faceIds, type FaceId, type StoredFace } from "../src/core/type/face";

/*
 * Writes the outlines of the letters that titles are set in, from the fonts that the interface ships with. `npm run type`
 * after a change of them.
 */

const require = createRequire(import.meta.url);
/** Where the files of a face of one weight lie, western letters first. */
const filesIn = (manifest: string, name: string, weight: number) =>
  ["latin", "latin-ext"].map((set) => join(dirname(manifest), `files/${name}-${set}-${weight}-normal.woff`));
const files: Record<FaceId, readonly string[]> = {
  slab: filesIn(require.resolve("@fontsource/bitter/package.json"), "bitter", 700),
  plain: filesIn(
    require.resolve("@fontsource/atkinson-hyperlegible-next/package.json"),
    "atkinson-hyperlegible-next",
    600,
  ),
  even: filesIn(require.resolve("@fontsource/jetbrains-mono/package.json"), "jetbrains-mono", 600),
};

/** Basic Latin, Latin-1, Latin Extended-A, and what is set around words. */
const characters = [
  ...Array.from({ length: 0x5f }, (_, i) => 0x20 + i),
  ...Array.from({ length: 0xe0 }, (_, i) => 0xa0 + i),
  ...[..."–—‘’‚“”„†•…‰‹›€™−"].map((c) => c.codePointAt(0)!),
];
/** Letters whose neighbours are set closer or wider. */
const kerned = [..."ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz.,’-"];

const letters = {
  moveTo: "M",
  lineTo: "L",
  quadraticCurveTo: "Q",
  bezierCurveTo: "C",
  closePath: "Z",
} as const;

/** A face as it is stored; see `StoredFace`. */
export function outlinesOf(id: FaceId): StoredFace {
  const fonts = files[id].map((file) => fontkit.openSync(file) as Font);
  const [first] = fonts;
  const scale = 1000 / first.unitsPerEm;
  const round = (v: number) => Math.round(v * scale);
  const glyphs: Record<string, readonly [number, string]> = {};
  for (const code of characters) {
    const font = fonts.find((one) => one.hasGlyphForCodePoint(code));
    if (!font) continue;
    const glyph = font.glyphForCodePoint(code);
    const path = glyph.path.commands
      .map(({ command, args }) => letters[command as keyof typeof letters] + args.map(round).join(" "))
      .join("");
    glyphs[String.fromCodePoint(code)] = [round(glyph.advanceWidth), path];
  }
  const kerning: Record<string, number> = {};
  for (const a of kerned)
    for (const b of kerned) {
      const { positions, glyphs: set } = first.layout(a + b, { liga: false, calt: false } as never);
      const by = round(positions[0].xAdvance - set[0].advanceWidth);
      if (by !== 0 && set.length === 2) kerning[a + b] = by;
    }
  return { ascent: round(first.ascent), descent: round(-first.descent), glyphs, kerning };
}

export const faceFile = (id: FaceId): string =>
  join(import.meta.dirname, `../src/core/type/outlines/${id}.json`);

/** The text of a face's file. */
export const faceText = (id: FaceId): string => `${JSON.stringify(outlinesOf(id))}\n`;

if (process.argv[1] === import.meta.filename)
  for (const id of faceIds) writeFileSync(faceFile(id), faceText(id));
