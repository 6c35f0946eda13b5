import { faceOf, type FaceId } from "./face";

/** Straight pieces of closed outlines, in pixels: x0, y0, x1, y1 of each, y downwards. */
export type Outline = readonly number[];

export interface TypeSetting {
  readonly text: string;
  readonly face: FaceId;
  /** Of the letters, in pixels. */
  readonly size: number;
  /** Where lines are broken, in pixels. */
  readonly width: number;
  readonly align: "left" | "middle" | "right";
}

export interface SetText {
  /** From the upper left corner of the block. */
  readonly outline: Outline;
  readonly width: number;
  readonly height: number;
  readonly lines: readonly string[];
}

/** Between the lines that letters stand on, as a share of their size. */
const leading = 1.22;
/** Lengths of outlines that are bent are cut into pieces of about so many pixels. */
const pieceLength = 2;

const stepOf = (face: FaceId, a: string, b: string | undefined): number => {
  const { glyphs, kerning } = faceOf(face);
  const [advance] = glyphs[a] ?? missing;
  return advance + (b === undefined ? 0 : (kerning[a + b] ?? 0));
};
/** A character that the face does not have: an open box. */
const missing: readonly [number, string] = [
  560,
  "M60 0L60 660L500 660L500 0ZM110 50L450 50L450 610L110 610Z",
];

const characters = (text: string) => [...text];

/** How wide a line is, in pixels. */
export function widthOf(text: string, face: FaceId, size: number): number {
  const set = characters(text);
  return (set.reduce((sum, c, i) => sum + stepOf(face, c, set[i + 1]), 0) * size) / 1000;
}

/** Lines no wider than `width`, broken between words, within a word only where that is wider by itself. */
export function brokenIntoLines({ text, face, size, width }: Omit<TypeSetting, "align">): string[] {
  const fits = (line: string) => widthOf(line, face, size) <= width;
  return text.split("\n").flatMap((paragraph) => {
    const lines: string[] = [];
    let line = "";
    for (const word of paragraph.split(" ")) {
      const longer = line === "" ? word : `${line} ${word}`;
      if (line === "" || fits(longer)) line = longer;
      else {
        lines.push(line);
        line = word;
      }
      while (!fits(line) && characters(line).length > 1) {
        const all = characters(line);
        let n = all.length - 1;
        while (n > 1 && !fits(all.slice(0, n).join(""))) n--;
        lines.push(all.slice(0, n).join(""));
        line = all.slice(n).join("");
      }
    }
    return [...lines, line];
  });
}

/** Adds a glyph's outline in straight pieces. */
function addGlyph(path: string, at: readonly [number, number], scale: number, out: number[]): void {
  let [x, y, beginX, beginY] = [0, 0, 0, 0];
  const line = (toX: number, toY: number) => {
    out.push(at[0] + x * scale, at[1] - y * scale, at[0] + toX * scale, at[1] - toY * scale);
    [x, y] = [toX, toY];
  };
  const curve = (length: number, place: (t: number) => readonly [number, number]) => {
    const pieces = Math.max(1, Math.min(32, Math.ceil((length * scale) / pieceLength)));
    for (let n = 1; n <= pieces; n++) line(...place(n / pieces));
  };
  for (const [, command, numbers] of path.matchAll(/([MLQCZ])([^MLQCZ]*)/g)) {
    const n = numbers
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    if (command === "M") [x, y, beginX, beginY] = [n[0], n[1], n[0], n[1]];
    else if (command === "L") line(n[0], n[1]);
    else if (command === "Z") line(beginX, beginY);
    else {
      const [px, py] = [x, y];
      const points = [px, py, ...n];
      let length = 0;
      for (let k = 2; k < points.length; k += 2)
        length += Math.hypot(points[k] - points[k - 2], points[k + 1] - points[k - 1]);
      if (command === "Q")
        curve(length, (t) => {
          const [a, b, c] = [(1 - t) * (1 - t), 2 * (1 - t) * t, t * t];
          return [a * px + b * n[0] + c * n[2], a * py + b * n[1] + c * n[3]];
        });
      else
        curve(length, (t) => {
          const u = 1 - t;
          const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
          return [a * px + b * n[0] + c * n[2] + d * n[4], a * py + b * n[1] + c * n[3] + d * n[5]];
        });
    }
  }
}

/** A text set in lines: pairs are kerned, lines broken where they are too wide. Pre: `load` was imported. */
export function setText(setting: TypeSetting): SetText {
  const { face, size, align } = setting;
  const { ascent, descent, glyphs } = faceOf(face);
  const scale = size / 1000;
  const lines = brokenIntoLines(setting);
  const widths = lines.map((line) => widthOf(line, face, size));
  const width = Math.max(0, ...widths);
  const outline: number[] = [];
  lines.forEach((line, n) => {
    let x = align === "left" ? 0 : align === "right" ? width - widths[n] : (width - widths[n]) / 2;
    const y = ascent * scale + n * leading * size;
    const set = characters(line);
    set.forEach((c, i) => {
      addGlyph((glyphs[c] ?? missing)[1], [x, y], scale, outline);
      x += stepOf(face, c, set[i + 1]) * scale;
    });
  });
  return { outline, width, height: (ascent + descent) * scale + (lines.length - 1) * leading * size, lines };
}
