import { paint, type Scene } from "../pictures/scene";
import { smooth } from "../pictures/noise";
import { series } from "../pictures/series";
import { randomFrom } from "../random";
import { add, toPeak } from "../sound/tools";
import { ferryRamp, foghorn, sea, terns } from "../sound/places";

/** A moving picture of the demo with its sound. */
export interface DemoClip {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly seconds: number;
  readonly planes: () => Float32Array[];
  /** Gives what draws a frame, 0…1 of the clip, as 8-bit RGB codes. */
  readonly frames: () => (share: number) => Uint8Array;
}

const [wide, high] = [1280, 720];
const sceneOf = (name: string, change: Partial<Scene> = {}): Scene => ({
  ...series.find((one) => one.name === name)!.scene,
  aspect: wide / high,
  ...change,
});

/** A still, cut to a size from its middle and shifted by so many pixels; wherever it ends its border goes on. */
function still(scene: Scene, width: number, height: number) {
  const { rgb, width: own } = paint(scene, height);
  const left = (own - width) >> 1;
  return (out: Uint8Array, shift = 0) => {
    const by = Math.round(shift);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const from = (y * own + Math.min(own - 1, Math.max(0, x + left + by))) * 3;
        const to = (y * width + x) * 3;
        for (let c = 0; c < 3; c++) out[to + c] = rgb[from + c];
      }
    return out;
  };
}

/** Mixes a flat colour into a rectangle with soft sides. */
function block(
  out: Uint8Array,
  width: number,
  [left, top, right, bottom]: readonly [number, number, number, number],
  colour: readonly [number, number, number],
  share: number,
): void {
  for (let y = Math.floor(top); y < bottom; y++)
    for (let x = Math.max(0, Math.floor(left)); x < Math.min(width, right); x++) {
      const soft =
        share * Math.min(1, (x - left + 1) / 2, (right - x) / 2, (y - top + 1) / 2, (bottom - y) / 2);
      const at = (y * width + x) * 3;
      for (let c = 0; c < 3; c++) out[at + c] += (colour[c] - out[at + c]) * Math.max(0, soft);
    }
}

/** A ferry on its way over, seen from the slip: hull, house and funnel, half in the fog. */
function crossing() {
  const draw = still(sceneOf("Slack water"), wide, high);
  const out = new Uint8Array(wide * high * 3);
  const ink = [38, 44, 48] as const;
  return (share: number) => {
    draw(out);
    const x = -180 + share * (wide + 60);
    const y = 392 + 3 * Math.sin(share * 24);
    const seen = 0.45 + 0.4 * smooth(0.1, 0.8, share);
    block(out, wide, [x, y, x + 260, y + 34], ink, seen);
    block(out, wide, [x + 60, y - 30, x + 210, y + 2], [190, 188, 180], seen * 0.8);
    block(out, wide, [x + 78, y - 22, x + 196, y - 14], ink, seen * 0.7);
    block(out, wide, [x + 132, y - 62, x + 154, y - 28], [146, 58, 40], seen);
    for (let k = 1; k < 6; k++)
      block(out, wide, [x - k * 70, y + 33, x - k * 70 + 64, y + 37], [214, 216, 214], (seen * 0.5) / k);
    return out;
  };
}

/** Terns that come off the ledge, each on a way of its own. */
function flock() {
  const draw = still(sceneOf("Terns on the ledge", { birds: [] }), wide, high);
  const out = new Uint8Array(wide * high * 3);
  const random = randomFrom(811);
  const birds = Array.from({ length: 26 }, () => ({
    x: random() * wide * 0.8,
    y: 120 + random() * 260,
    speed: 200 + random() * 320,
    climb: -30 - random() * 120,
    beat: 9 + random() * 6,
    size: 5 + random() * 7,
  }));
  return (share: number) => {
    draw(out, 20 * share);
    for (const { x, y, speed, climb, beat, size } of birds) {
      const [at, height] = [x + speed * share * 2, y + climb * share * 2];
      const lift = size * 0.7 * Math.sin(share * beat * 12);
      for (let k = 0; k < 5; k++) {
        const reach = (k * size) / 4;
        const up = (lift * k) / 4;
        for (const side of [-1, 1])
          block(
            out,
            wide,
            [at + side * reach, height - up, at + side * reach + 3, height - up + 2.5],
            [30, 32, 34],
            0.8,
          );
      }
    }
    return out;
  };
}

/** The lamp, turning: its light comes round and goes. */
function lamp() {
  const scene = sceneOf("Lamp, last light");
  const draw = still(scene, wide, high);
  const out = new Uint8Array(wide * high * 3);
  const [cx, cy] = [(scene.lamp!.at[0] - scene.aspect / 2) * high + wide / 2, scene.lamp!.at[1] * high];
  // Of each pixel its direction from the lamp, in steps of a full turn, and how much light gets there.
  const steps = 2048;
  const directions = new Uint16Array(wide * high);
  const reach = new Float32Array(wide * high);
  for (let y = 0, i = 0; y < high; y++)
    for (let x = 0; x < wide; x++, i++) {
      const turn = Math.atan2(y - cy, x - cx) / (2 * Math.PI);
      directions[i] = Math.floor((turn + 1) * steps) % steps;
      reach[i] = 60 * Math.exp(-Math.hypot(x - cx, y - cy) / 500);
    }
  const beams = new Float32Array(steps);
  return (share: number) => {
    draw(out);
    for (let k = 0; k < steps; k++) beams[k] = Math.abs(Math.cos(Math.PI * (k / steps - share * 2))) ** 24;
    for (let i = 0, at = 0; i < reach.length; i++, at += 3) {
      const light = beams[directions[i]] * reach[i];
      out[at] = Math.min(255, out[at] + light);
      out[at + 1] = Math.min(255, out[at + 1] + light * 0.8);
      out[at + 2] = Math.min(255, out[at + 2] + light * 0.45);
    }
    return out;
  };
}

const [narrow, tall] = [720, 1280];
/** Fog that lifts off the hut, from below upwards; held upright. */
function lifting() {
  const clear = sceneOf("Ringing hut, morning", { aspect: narrow / tall });
  const [fogged, open] = [
    still({ ...clear, fog: { ...clear.fog, amount: 0.95 } }, narrow, tall),
    still({ ...clear, fog: { ...clear.fog, amount: 0.12 } }, narrow, tall),
  ];
  const [under, out] = [new Uint8Array(narrow * tall * 3), new Uint8Array(narrow * tall * 3)];
  open(under);
  return (share: number) => {
    fogged(out);
    for (let y = 0; y < tall; y++) {
      const gone = smooth(0, 0.6, share * 1.6 - (1 - y / tall));
      for (let i = y * narrow * 3; i < (y + 1) * narrow * 3; i++) out[i] += (under[i] - out[i]) * gone;
    }
    return out;
  };
}

const mixed = (seconds: number, ...parts: readonly (readonly [Float32Array[], number])[]): Float32Array[] =>
  toPeak(
    [0, 1].map((side) => {
      const plane = new Float32Array(Math.round(seconds * 48_000));
      for (const [planes, level] of parts)
        add(plane, (planes[side] ?? planes[0]).subarray(0, plane.length), 0, level);
      return plane;
    }),
    -6,
  );

/** The clips of the film session. */
export const clips: readonly DemoClip[] = [
  {
    name: "Ferry crossing",
    width: wide,
    height: high,
    seconds: 6,
    planes: () => mixed(6, [sea(6, 31), 0.6], [ferryRamp(6, 44), 0.5]),
    frames: crossing,
  },
  {
    name: "Terns off the ledge",
    width: wide,
    height: high,
    seconds: 4,
    planes: () => mixed(4, [terns(4, 52), 1], [sea(4, 53), 0.4]),
    frames: flock,
  },
  {
    name: "Lamp, turning",
    width: wide,
    height: high,
    seconds: 4,
    planes: () => mixed(4, [foghorn(4, 61), 0.7], [sea(4, 62), 0.5]),
    frames: lamp,
  },
  {
    name: "Fog lifting, upright",
    width: narrow,
    height: tall,
    seconds: 5,
    planes: () => mixed(5, [sea(5, 71), 0.8]),
    frames: lifting,
  },
];
