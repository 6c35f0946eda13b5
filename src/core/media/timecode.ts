/*
 * Timecode labels of frames. Source: SMPTE ST 12-1: frames are counted by the nearest whole rate; at 30000/1001 and
 * 60000/1001 a second labels are dropped, two or four at the begin of each minute but every tenth, so that labels keep up
 * with the clock. Labels are only shown: times are ratios.
 */

/** Frames a second, as a ratio. */
export type Rate = readonly [frames: number, seconds: number];

const nominal = ([frames, seconds]: Rate): number => Math.max(1, Math.round(frames / seconds));

/** Labels that are dropped at a minute's begin; 0 where labels are not dropped. */
const dropped = (rate: Rate): number =>
  rate[1] === 1001 && nominal(rate) % 30 === 0 ? (2 * nominal(rate)) / 30 : 0;

const two = (value: number) => String(value).padStart(2, "0");

/** The label of a frame, counted from 0, such as `00:01:00;02`; a semicolon says that labels are dropped. After a day it begins anew. */
export function sayTimecode(frame: number, rate: Rate, isDropping = dropped(rate) > 0): string {
  const perSecond = nominal(rate);
  const drop = isDropping ? dropped(rate) : 0;
  const perMinute = perSecond * 60 - drop;
  const perTen = perMinute * 10 + drop;
  const inDay = frame % (perTen * 144);
  const [tens, rest] = [Math.floor(inDay / perTen), inDay % perTen];
  // The first minute of ten is whole.
  const minutes = rest < perSecond * 60 ? 0 : 1 + Math.floor((rest - perSecond * 60) / perMinute);
  const label = inDay + drop * (9 * tens + minutes);
  const seconds = Math.floor(label / perSecond);
  const places = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two);
  return `${places.join(":")}${drop > 0 ? ";" : ":"}${two(label % perSecond)}`;
}

/** When a frame begins, in seconds. */
export const secondsOf = (frame: number, [frames, seconds]: Rate): number => (frame * seconds) / frames;

/** The frame that is shown at a time in seconds: the last one that has begun. */
export const frameAt = (time: number, [frames, seconds]: Rate): number =>
  // A time that was made of a frame leads back to it, whatever its rounding.
  Math.floor((time * frames) / seconds + 1e-6);
