import { decodeSrgb } from "../../colour/srgb";
import type { Frame } from "../../picture/frame";
import { coverage, widened, type Mask } from "../../type/coverage";
import { faceIds, faces, type FaceId } from "../../type/face";
import { setText, type TypeSetting } from "../../type/set";
import { defineVideoEffect } from "../define";
import { choice, percent, text } from "../parameter";
import { nothing, onStrips } from "../image/work";
import { colourCodes, groundChoice, groundLight } from "./grounds";

export const faceChoice = choice({
  label: "Face",
  help: "What the letters look like.",
  options: faceIds.map((id) => ({ value: id, label: faces[id].label })),
  default: "slab",
});

/** Shares of the frame's width and height within which all shall lie. Source: SMPTE ST 2046-1, from memory. */
const safeShares = { title: 0.9, action: 0.93, none: 1 } as const;

/** Text that is too high for its place is made smaller by this until it has room. */
const smaller = 0.9;

/** Masks of letters that were asked for last: a title that stands is the same at every frame. */
const kept = new Map<string, readonly [Mask, Mask | null]>();
const mostKept = 8;

interface Place extends Frame {
  readonly setting: TypeSetting;
  /** Where the middle of the block shall be. */
  readonly x: number;
  readonly y: number;
  readonly outline: number;
  readonly safe: number;
}

/** The masks of letters and of their outline, placed within the safe area. */
export function masksOf(place: Place): readonly [Mask, Mask | null] {
  const key = JSON.stringify(place);
  const known = kept.get(key);
  if (known) return known;
  const { width, height, safe, outline } = place;
  const [left, top] = [(width * (1 - safe)) / 2, (height * (1 - safe)) / 2];
  const setting = { ...place.setting, width: Math.min(place.setting.width, width * safe) };
  let block = setText(setting);
  while (block.height > height * safe && setting.size > 2) {
    setting.size *= smaller;
    block = setText(setting);
  }
  const inside = (wanted: number, size: number, edge: number, whole: number) =>
    Math.min(whole - edge - size, Math.max(edge, wanted - size / 2));
  const dx = inside(place.x, block.width, left, width);
  const dy = inside(place.y, block.height, top, height);
  const masks = [
    coverage(block.outline, dx, dy, place),
    outline > 0 ? widened(block.outline, dx, dy, (outline / 100) * setting.size, place) : null,
  ] as const;
  if (kept.size >= mostKept) kept.delete(kept.keys().next().value!);
  kept.set(key, masks);
  return masks;
}

/** Lays a colour over planes of linear light where a mask says so. */
export function layMask(
  planes: readonly Float32Array[],
  strip: { readonly left: number; readonly top: number; readonly columns: number; readonly rows: number },
  mask: Mask,
  colour: readonly number[],
  opacity: number,
): void {
  for (
    let y = Math.max(strip.top, mask.top);
    y < Math.min(strip.top + strip.rows, mask.top + mask.height);
    y++
  )
    for (
      let x = Math.max(strip.left, mask.left);
      x < Math.min(strip.left + strip.columns, mask.left + mask.width);
      x++
    ) {
      const share = opacity * mask.values[(y - mask.top) * mask.width + x - mask.left];
      if (share === 0) continue;
      const i = (y - strip.top) * strip.columns + x - strip.left;
      for (let c = 0; c < 3; c++) planes[c][i] += (colour[c] - planes[c][i]) * share;
    }
}

/**
 * Text over the picture, in linear light: set in lines that are broken where they are too wide, outlined, and moved as far
 * as it takes to lie within the safe area; what is too high is made smaller. Own definition; areas as in `coverage`.
 */
export const title = defineVideoEffect({
  id: "video.title",
  name: "Title",
  short: "Title",
  category: "titles",
  summary: "Text over the picture.",
  parameters: {
    text: text({
      label: "Text",
      help: "A line ends where one is begun, or where it is too wide.",
      default: "Title",
      longest: 500,
    }),
    face: faceChoice,
    size: percent({
      label: "Size",
      help: "Of the letters, of the frame's height.",
      min: 1,
      max: 60,
      default: 9,
      resolution: 0.01,
      taper: "log",
    }),
    align: choice({
      label: "Lines",
      help: "How lines of one block lie.",
      options: [
        { value: "left", label: "from the left" },
        { value: "middle", label: "around the middle" },
        { value: "right", label: "from the right" },
      ],
      default: "middle",
    }),
    x: percent({
      label: "Across",
      help: "The middle of the block, from the left.",
      min: -100,
      max: 200,
      default: 50,
    }),
    y: percent({
      label: "Down",
      help: "The middle of the block, from the top.",
      min: -100,
      max: 200,
      default: 80,
    }),
    width: percent({
      label: "Width",
      help: "Where lines are broken, of the frame.",
      min: 5,
      max: 100,
      default: 80,
    }),
    ...colourCodes(250, 246, 235),
    outline: percent({
      label: "Outline",
      help: "Around the letters, of their size.",
      min: 0,
      max: 20,
      default: 0,
    }),
    outlined: { ...groundChoice, label: "Outlined in", help: "The colour of the outline." },
    opacity: percent({ label: "Opacity", help: "Of letters and outline.", min: 0, max: 100, default: 100 }),
    safe: choice({
      label: "Stays within",
      help: "The area that every screen shows.",
      options: [
        { value: "title", label: "the safe title area" },
        { value: "action", label: "the safe action area" },
        { value: "none", label: "the frame" },
      ],
      default: "title",
    }),
  },
  key: ["text", "size"],
  encoding: "linear",
  placed: true,
  create(values, { width, height }) {
    const { face, align, size, x, y, red, green, blue, outline, outlined, opacity, safe } = values;
    if (values.text.trim() === "" || opacity === 0) return nothing;
    const place = {
      width,
      height,
      setting: {
        text: values.text,
        face: face as FaceId,
        size: (size / 100) * height,
        width: (values.width / 100) * width,
        align,
      },
      x: (x / 100) * width,
      y: (y / 100) * height,
      outline,
      safe: safeShares[safe],
    };
    const colour = [red, green, blue].map((code) => decodeSrgb(code / 255));
    // Set where something is rendered: the outlines are not known elsewhere.
    return onStrips((planes, strip) => {
      const [letters, around] = masksOf(place);
      if (around) layMask(planes, strip, around, groundLight(outlined), opacity / 100);
      layMask(planes, strip, letters, colour, opacity / 100);
    });
  },
});
