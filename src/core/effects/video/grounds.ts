import { decodeSrgb, encodeSrgb } from "../../colour/srgb";
import type { Ground } from "../../picture/placing";
import { choice, plain } from "../parameter";

/** sRGB codes of the plain grounds. */
const codes = { black: 0, grey: 119, white: 255 } as const;
export type PlainGround = keyof typeof codes;

/** An encoded value, 0…1, of a ground. */
const groundCode = (ground: PlainGround): number => codes[ground] / 255;
/** Linear light of R, G and B. */
export const groundLight = (ground: PlainGround): readonly [number, number, number] => {
  const light = decodeSrgb(groundCode(ground));
  return [light, light, light];
};

const plainOptions = [
  { value: "black", label: "black" },
  { value: "grey", label: "grey" },
  { value: "white", label: "white" },
] as const;

/** What is seen where nothing of the picture is. */
export const groundChoice = choice({
  label: "Behind",
  help: "What is seen where nothing of the picture is.",
  options: plainOptions,
  default: "black",
});

/** In what a picture and its ground are mixed. */
export const mixesChoice = choice({
  label: "Mixes",
  help: "Codes: half of it has half the code, as opacity elsewhere. Light: half of it has half the light, as dissolves, dips and titles mix.",
  options: [
    { value: "codes", label: "codes" },
    { value: "light", label: "light" },
  ],
  default: "codes",
});

/** A share of the picture over a ground, of an encoded value to one. */
export function overGround(
  ground: PlainGround,
  mixes: "codes" | "light",
  share: number,
): (code: number) => number {
  const behind = groundCode(ground);
  if (mixes === "codes") return (x) => behind + (x - behind) * share;
  const light = decodeSrgb(behind);
  return (x) => encodeSrgb(light + (decodeSrgb(x) - light) * share);
}

/** The same for what moves the picture, which can also go on mirrored, so that no edge is empty. */
export const edgeChoice = (usual: PlainGround | "mirrored") =>
  choice({
    label: "Behind",
    help: "What is seen where nothing of the picture is; mirrored leaves no empty edge.",
    options: [...plainOptions, { value: "mirrored", label: "the picture, mirrored" }],
    default: usual,
  });

/** One channel of a colour. */
export const colourCode = (label: string, usual: number) =>
  plain({ label, help: "As a code, 0 to 255.", min: 0, max: 255, default: usual, resolution: 0.1 });

/** Red, green and blue of a colour. */
export const colourCodes = (red: number, green: number, blue: number) => ({
  red: colourCode("Red", red),
  green: colourCode("Green", green),
  blue: colourCode("Blue", blue),
});

/** What lies behind a picture that is moved. */
export function groundBehind(behind: PlainGround | "mirrored"): Ground {
  if (behind === "mirrored") return behind;
  const light = groundLight(behind);
  return (channel) => light[channel];
}
