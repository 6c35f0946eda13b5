import type { Target, TargetKind } from "./entities";

const plurals: Record<TargetKind, string> = {
  track: "tracks", clip: "clips", bus: "buses", return: "returns", output: "outputs", photo: "photos", "video clip": "video clips",
};

/** A number of targets in words: the name of one, else `3 clips`, or `3 targets` where kinds differ. */
export function countTargets(targets: readonly Pick<Target, "kind" | "name">[]): string {
  if (targets.length === 1) return `“${targets[0].name}”`;
  const kinds = new Set(targets.map((t) => t.kind));
  const [kind] = kinds;
  return `${targets.length} ${kinds.size === 1 ? plurals[kind] : "targets"}`;
}

/** `1 card`, `7 cards`. */
export const count = (n: number, noun: string): string => `${n.toLocaleString("en")} ${noun}${n === 1 ? "" : "s"}`;

export const mediumWords = { audio: "sound", image: "a picture", video: "video", lut: "a table of colours" } as const;
