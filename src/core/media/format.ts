/*
 * Formats of what cards are put on: what a card is made for, or what a target is, as far as it is said. Not file formats.
 */

const shapes = ["landscape", "portrait", "square"] as const;
type Shape = (typeof shapes)[number];

export interface Format {
  readonly channels?: number;
  readonly shape?: Shape;
  /** Pixels. */
  readonly width?: number;
  readonly height?: number;
  /** Frames a second. */
  readonly rate?: number;
}

/** Names of channel layouts. Source: ITU-R BS.2051-3, systems A to B and their usual names. */
const layouts: Readonly<Record<string, number>> = { mono: 1, stereo: 2, "5.1": 6, "7.1": 8 };
const mostChannels = 24;
const largestSide = 100_000;
export const longestFormat = 60;

export const shapeOf = (width: number, height: number): Shape =>
  width === height ? "square" : width > height ? "landscape" : "portrait";

/** One word of a format; a text says why it is none. */
function readPart(part: string): Format | string {
  if (Object.hasOwn(layouts, part)) return { channels: layouts[part] };
  const shape = shapes.find((one) => one === part);
  if (shape) return { shape };
  const channels = /^(\d{1,2})ch$/.exec(part);
  if (channels && Number(channels[1]) >= 1 && Number(channels[1]) <= mostChannels)
    return { channels: Number(channels[1]) };
  const rate = /^(\d{1,3}(?:\.\d{1,3})?)fps$/.exec(part);
  if (rate && Number(rate[1]) > 0) return { rate: Number(rate[1]) };
  const size = /^(\d{1,6})[x×](\d{1,6})$/.exec(part);
  if (size) {
    const [width, height] = [Number(size[1]), Number(size[2])];
    if (width > 0 && height > 0 && width <= largestSide && height <= largestSide)
      return { width, height, shape: shapeOf(width, height) };
  }
  return `“${part}” is no format: say mono, stereo, 5.1 or 4ch; landscape, portrait, square or 1080x1920; or 25fps.`;
}

/** Reads what a card is made for, such as `stereo`, `portrait 25 fps` or `1080×1920`; empty for anything. A text says what is wrong. */
export function readFormat(text: string): Format | string {
  const parts = text
    .trim()
    .toLowerCase()
    .replace(/(\d)\s+(fps|ch)\b/g, "$1$2")
    .replace(/(\d)\s*[x×]\s*(\d)/g, "$1×$2")
    .split(/[\s,]+/)
    .filter(Boolean);
  if (text.length > longestFormat) return `A format has at most ${longestFormat} characters.`;
  let format: Format = {};
  for (const part of parts) {
    const read = readPart(part);
    if (typeof read === "string") return read;
    const twice = Object.keys(read).find(
      (key) => key in format && format[key as keyof Format] !== read[key as keyof Format],
    );
    if (twice) return `“${part}” and what stands before it cannot both hold.`;
    format = { ...format, ...read };
  }
  return format;
}

/** A format in the words in which it is kept: what `readFormat` reads as the same. */
export function sayFormat({ channels, shape, width, height, rate }: Format): string {
  const layout = Object.keys(layouts).find((name) => layouts[name] === channels);
  return [
    ...(channels === undefined ? [] : [layout ?? `${channels} ch`]),
    ...(width === undefined ? (shape ? [shape] : []) : [`${width}×${height}`]),
    ...(rate === undefined ? [] : [`${rate} fps`]),
  ].join(" ");
}

/** What is said and not asked for costs little: less than what does not hold, more than what does. */
const unsaid = 0.01;
const octaves = (a: number, b: number) => Math.abs(Math.log2(a / b));

/**
 * How far what a card is made for is from what a target is: 0 where all of it holds. Channels before shape before
 * frame rate before size, each by the ratio of the two.
 */
export function formatsApart(made: Format, target: Format): number {
  let apart = 0;
  for (const key of ["channels", "shape", "rate", "width"] as const)
    if ((made[key] === undefined) !== (target[key] === undefined)) apart += unsaid;
  if (made.channels !== undefined && target.channels !== undefined)
    apart += 100 * octaves(made.channels, target.channels);
  if (made.shape !== undefined && target.shape !== undefined && made.shape !== target.shape) apart += 40;
  if (made.rate !== undefined && target.rate !== undefined) apart += 10 * octaves(made.rate, target.rate);
  if (made.width !== undefined && target.width !== undefined) {
    apart += 4 * octaves(made.width / made.height!, target.width / target.height!);
    apart += octaves(made.width * made.height!, target.width * target.height!) / 4;
  }
  return apart;
}

/**
 * What of a target is another thing than what a card is made for, in words; empty where nothing is. A size of the same shape
 * is none: cards are relative to it.
 */
export function sayOther(made: Format, target: Format): string {
  const other: Format = {
    ...(made.channels !== undefined && made.channels !== target.channels && { channels: target.channels }),
    ...(made.shape !== undefined && made.shape !== target.shape && { shape: target.shape }),
    ...(made.rate !== undefined && made.rate !== target.rate && { rate: target.rate }),
  };
  return sayFormat(other);
}
