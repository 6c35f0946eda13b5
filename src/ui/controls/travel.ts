import type { NumberParameter } from "@/core/effects/parameter";

type Spec = Pick<NumberParameter, "min" | "max" | "taper" | "resolution" | "unit">;

/** A value as a share of the parameter's travel, 0…1. */
export function toTravel({ min, max, taper }: Spec, value: number): number {
  const share =
    taper === "log" && min > 0 ? Math.log(value / min) / Math.log(max / min) : (value - min) / (max - min);
  return Math.min(1, Math.max(0, share));
}

/** The value at a share of the travel. */
export const fromTravel = ({ min, max, taper }: Spec, share: number): number =>
  taper === "log" && min > 0 ? min * (max / min) ** share : min + (max - min) * share;

/** A value a step up or down: a hundredth of the travel, at least one resolution; `big` steps are ten times that. */
export function stepped(spec: Spec, value: number, direction: 1 | -1, big: boolean): number {
  const next = fromTravel(spec, toTravel(spec, value) + direction * (big ? 0.1 : 0.01));
  const least = value + direction * spec.resolution;
  const moved = Math.abs(next - value) < spec.resolution ? least : next;
  return Math.min(spec.max, Math.max(spec.min, tidy(spec, moved)));
}

/** Rounds to what an editor would type: two or three meaningful digits, whole units where they are that fine. */
function tidy({ resolution, max, min }: Spec, value: number): number {
  const grain = Math.max(resolution, (max - min) / 1000);
  const fit = Math.abs(value) >= 1 ? 10 ** (Math.floor(Math.log10(Math.abs(value))) - 2) : resolution;
  const unit = Math.max(resolution, Math.min(grain, fit));
  return Number((Math.round(value / unit) * unit).toPrecision(12));
}
