import type { Chain, EffectSetting, Json } from "../../src/core/chain/model";
import type { TargetKind } from "../../src/core/media";
import { namedEases, type Ease } from "../../src/core/time/ease";
import type { FitWay } from "../../src/core/time/fit";
import { ratio } from "../../src/core/time/ratio";
import { coldWarmTable, funnel, tower, wornSheet } from "../dependencies";

type Values = { readonly [key: string]: Json };
export interface DemoCard {
  readonly name: string;
  readonly path: string;
  readonly layer: "supplied" | "team";
  readonly fits: readonly TargetKind[];
  readonly note: string;
  readonly chain: Chain;
  /** The format it is made for, where it is not for any. */
  readonly madeFor?: string;
  /** The name of the card whose variant it is. */
  readonly variantOf?: string;
}

const set = (effect: string, values: Values, mix = 100, on = true): EffectSetting => ({
  effect,
  values,
  on,
  mix,
});
const highPass = (cutoff: number, slope = "12") => set("audio.high-pass", { cutoff, slope });
const lowPass = (cutoff: number, slope = "12") => set("audio.low-pass", { cutoff, slope });
const band = (shape: string, frequency: number, gain: number, q = 1) => ({ shape, frequency, gain, q });
const eq = (...bands: Values[]) => set("audio.parametric-eq", { bands });
const plate = (decay: number, mix: number, more: Values = {}) => set("audio.plate", { decay, ...more }, mix);
const delay = (time: number, mix: number, more: Values = {}) => set("audio.delay", { time, ...more }, mix);
const gain = (db: number) => set("audio.gain", { gain: db });

const exposure = (stops: number) => set("image.exposure", { exposure: stops });
const curve = (...points: [number, number][]) => set("image.tone-curve", { points });
const saturation = (percent: number) => set("image.saturation", { saturation: percent });
const toner = (tone: string, depth: number, mix = 100) => set("image.toner", { tone, depth }, mix);
const vignette = (corner: number, start = 0.35) => set("image.vignette", { corner, start });

const sound = (
  layer: DemoCard["layer"],
  path: string,
  name: string,
  note: string,
  settings: EffectSetting[],
  fits: TargetKind[] = ["clip", "track"],
): DemoCard => ({ layer, path, name, note, fits, chain: { medium: "audio", settings } });
const still = (
  layer: DemoCard["layer"],
  path: string,
  name: string,
  note: string,
  settings: EffectSetting[],
): DemoCard => ({ layer, path, name, note, fits: ["photo"], chain: { medium: "image", settings } });

const moving = (
  layer: DemoCard["layer"],
  path: string,
  name: string,
  note: string,
  settings: EffectSetting[],
): DemoCard => ({ layer, path, name, note, fits: ["video clip"], chain: { medium: "video", settings } });

/** Seconds in hundredths, and a value; `ease` is how it goes on from there. */
type Key = readonly [hundredths: number, value: number, ease?: Ease];
/** A setting whose values were set by keyframes on a clip of some seconds. */
const keyed = (
  effect: string,
  values: Values,
  seconds: number,
  way: FitWay,
  lanes: { readonly [parameter: string]: readonly Key[] },
  [opening, closing]: readonly [number, number] = [0, 0],
): EffectSetting => ({
  ...set(effect, values),
  motion: {
    length: ratio(seconds),
    way,
    opening: ratio(opening),
    closing: ratio(closing),
    lanes: Object.fromEntries(
      Object.entries(lanes).map(([key, lane]) => [
        key,
        lane.map(([at, value, ease = "linear"]) => ({ at: ratio(at, 100), value, ease })),
      ]),
    ),
  },
});
const gently = namedEases.gentle.ease;
const out = namedEases["gentle-end"].ease;

const softCurve: [number, number][] = [
  [0, 0.04],
  [0.25, 0.26],
  [0.5, 0.52],
  [0.75, 0.76],
  [1, 0.97],
];
const liftCurve: [number, number][] = [
  [0, 0],
  [0.25, 0.19],
  [0.5, 0.52],
  [0.75, 0.83],
  [1, 1],
];
const deepCurve: [number, number][] = [
  [0, 0],
  [0.25, 0.15],
  [0.5, 0.46],
  [0.75, 0.8],
  [1, 1],
];

/** The cards that the island unit has kept in its first months, and those that came with Fichier. */
export const demoCards: readonly DemoCard[] = [
  sound(
    "team",
    "Narration / Rooms",
    "Small harbour room",
    "For the room under the lamp; take the plate down when two people speak.",
    [
      highPass(85),
      eq(band("bell", 240, -2.5, 1.2), band("bell", 3200, 2, 0.9), band("high-shelf", 9000, 1.5, 0.707)),
      plate(0.9, 16, { preDelay: 18, damping: 5200 }),
    ],
  ),
  sound("team", "Narration / Rooms", "Lamp room, one voice", "Round and close: stone walls, no carpet.", [
    highPass(75),
    plate(1.6, 20, { preDelay: 24, damping: 4200, size: 130 }),
  ]),
  sound("team", "Narration / Rooms", "Boathouse slap", "One repeat off the far doors.", [
    delay(130, 22),
    eq(band("low-shelf", 180, -3, 0.707), band("high-shelf", 6000, -2, 0.707)),
  ]),
  sound("team", "Narration / Rooms", "Chapel, long", "Only for single lines.", [
    highPass(110),
    plate(3.4, 28, { preDelay: 32, damping: 3600, size: 170 }),
  ]),
  sound(
    "team",
    "Narration / Rooms",
    "Kitchen table talk",
    "Dry, with the boxiness of the low beams taken out.",
    [highPass(95), eq(band("bell", 420, -4, 1.4), band("bell", 2600, 1.5, 1))],
  ),
  sound(
    "team",
    "Narration / Repair",
    "Wind off",
    "Steep, for the cliff path. Check that the voice keeps its chest.",
    [highPass(140, "24"), eq(band("bell", 300, 1.5, 0.8))],
  ),
  sound("team", "Narration / Repair", "Hiss, a little less", "", [
    lowPass(11000),
    eq(band("high-shelf", 7000, -3, 0.707)),
  ]),
  sound("team", "Narration / Repair", "Generator hum notched", "Fifty and its first two relatives.", [
    eq(band("notch", 50, 0, 12), band("notch", 100, 0, 14), band("notch", 150, 0, 16)),
  ]),
  sound("team", "Narration / Repair", "Nearer to the microphone", "", [
    highPass(70),
    eq(band("low-shelf", 160, 2.5, 0.707), band("bell", 4500, 2.5, 0.8)),
    gain(1.5),
  ]),
  sound("team", "Narration", "Phone from the ferry", "The skipper's call on the boat's handset.", [
    highPass(380, "24"),
    lowPass(3200, "24"),
    eq(band("bell", 1400, 5, 1.1)),
  ]),
  sound("team", "Foghorn and sea", "Foghorn distance", "As heard from the far end of the causeway.", [
    lowPass(1300),
    plate(4.2, 38, { preDelay: 60, damping: 2400, size: 190, lowCut: 90 }),
    gain(-4),
  ]),
  sound("team", "Foghorn and sea", "Foghorn, at the wall", "", [
    eq(band("bell", 290, 3, 1), band("bell", 1800, 2, 0.8)),
    delay(640, 12, { feedback: 20, highCut: 1800 }),
  ]),
  sound("team", "Foghorn and sea", "Sea behind glass", "For the view from the lamp room.", [
    lowPass(900, "24"),
    gain(-2),
  ]),
  sound("team", "Foghorn and sea", "Harbour plate shimmer", "", [
    highPass(160),
    plate(2.6, 32, { preDelay: 12, damping: 12000 }),
  ]),
  sound(
    "team",
    "Island outdoors",
    "Plate return, shingle beach",
    "On a return only, all wet.",
    [highPass(220), plate(1.9, 100, { preDelay: 28, damping: 7000 }), lowPass(7800)],
    ["return"],
  ),
  sound("team", "Island outdoors", "Terns, nearer", "", [
    highPass(900, "24"),
    eq(band("bell", 4200, 4, 0.8)),
    gain(2),
  ]),
  sound("team", "Island outdoors", "Terns, far off", "", [
    lowPass(5200),
    plate(1.4, 30, { damping: 4000 }),
    gain(-6),
  ]),
  sound("team", "Island outdoors", "Low rumble out", "Engine and wind below the ramp.", [
    highPass(120, "48"),
  ]),
  sound("team", "Narration", "Falling away at the end", "The last two seconds, whatever the take's length.", [
    keyed("audio.gain", {}, 6, "end", {
      gain: [
        [400, 0, gently],
        [600, -48],
      ],
    }),
  ]),
  sound("team", "Island outdoors", "Coming nearer", "Dull and small first, then as it was recorded.", [
    keyed("audio.low-pass", { slope: "12" }, 5, "start", {
      cutoff: [
        [0, 900, out],
        [400, 18000],
      ],
    }),
    keyed("audio.gain", {}, 5, "start", {
      gain: [
        [0, -14, out],
        [400, 0],
      ],
    }),
  ]),
  sound("team", "Island outdoors", "Once across", "Passes by as slowly as the take is long.", [
    keyed("audio.pan", {}, 8, "stretch", {
      position: [
        [0, -90],
        [800, 90],
      ],
    }),
  ]),
  sound("supplied", "Supplied / Space", "Echo at the very end", "Repeats open only in the last second.", [
    keyed("audio.delay", { time: 320, feedback: 45 }, 4, "end", {
      mix: [
        [300, 0],
        [340, 45, "hold"],
      ],
    }),
  ]),
  sound("team", "Yard", "Wood close", "The iron rings less, the plank more.", [
    eq(band("bell", 330, 3, 1), band("bell", 3100, -4, 2)),
    gain(1),
  ]),
  sound("team", "Yard", "Yard echo", "", [
    delay(210, 26, { feedback: 34, path: "ping-pong", highCut: 3800 }),
    highPass(150),
  ]),
  sound("supplied", "Supplied / Voice", "Voice, clear", "A sensible start for speech.", [
    highPass(80),
    eq(band("bell", 280, -2, 1), band("bell", 3000, 2, 0.9)),
  ]),
  sound("supplied", "Supplied / Voice", "Voice, warm", "", [
    highPass(60),
    eq(band("low-shelf", 180, 2, 0.707), band("high-shelf", 8000, -2, 0.707)),
  ]),
  sound("supplied", "Supplied / Voice", "Plate, narration short", "", [plate(0.8, 15, { preDelay: 14 })]),
  sound("supplied", "Supplied / Space", "Plate, medium", "", [plate(1.6, 22)]),
  sound("supplied", "Supplied / Space", "Plate, long and dark", "", [
    plate(4, 26, { damping: 2600, highCut: 6000 }),
  ]),
  sound("supplied", "Supplied / Space", "Slap, single", "One repeat at 130 ms.", [delay(130, 25)]),
  sound(
    "supplied",
    "Supplied / Space",
    "Echo, side to side",
    "",
    [delay(380, 24, { feedback: 42, path: "ping-pong", highCut: 5000, lowCut: 200 })],
    ["clip", "track", "return"],
  ),
  sound(
    "team",
    "Narration / Repair",
    "Shellac, mended",
    "For transfers of the keeper's own discs: clicks first, then hiss.",
    [
      set("audio.de-click", { sensitivity: 65, longest: 2.5 }),
      set("audio.noise-reduction", { reduction: 12, threshold: 4 }),
    ],
  ),
  sound("team", "Narration / Repair", "Harbour mains out", "", [
    set("audio.hum-removal", { frequency: 50, harmonics: 10, width: 1.5 }),
  ]),
  sound("team", "Narration / Repair", "Sharp esses, softer", "", [
    set("audio.de-esser", { frequency: 6800, threshold: -34, range: 8 }),
  ]),
  sound(
    "team",
    "Narration",
    "Narration, ready to lay",
    "Cleaned, evened, and at the level that the edit expects.",
    [
      highPass(80),
      set("audio.compressor", { threshold: -24, ratio: 2.5, attack: 12, release: 160 }),
      set("audio.loudness-target", { target: -23, ceiling: -2 }),
    ],
  ),
  sound("team", "Narration", "Pauses quiet", "Opens early enough for soft beginnings.", [
    set("audio.gate", { threshold: -48, ratio: 2, range: 14, hold: 120, release: 250, lookAhead: 5 }),
  ]),
  sound("team", "Foghorn and sea", "Foghorn, in the tower", "The stair's own answer.", [
    set("audio.convolution", { response: tower.hash, preDelay: 12 }, 45),
  ]),
  sound("team", "Foghorn and sea", "Through the funnel", "", [
    set("audio.convolution", { response: funnel.hash, level: -3 }, 100),
    highPass(140),
  ]),
  sound("team", "Foghorn and sea", "Foghorn, a fourth lower", "", [
    set("audio.pitch-shift", { shift: -5, material: "low sounds" }),
  ]),
  sound("team", "Foghorn and sea", "Swell, slow", "The level breathes with the sea.", [
    set("audio.tremolo", { rate: 0.12, depth: 35, spread: 60 }),
  ]),
  sound("team", "Island outdoors", "Gulls, wider", "", [
    set("audio.width", { width: 150 }),
    set("audio.mono-below", { frequency: 160 }),
  ]),
  sound("team", "Island outdoors", "Path, from the left", "", [set("audio.pan", { position: -45 })]),
  sound(
    "team",
    "Island outdoors",
    "Recorder held upside down",
    "Left and right were exchanged on the causeway.",
    [set("audio.channel-swap", { order: "right-left" })],
  ),
  sound("team", "Yard", "Mallets, harder", "", [set("audio.transient-shaper", { attack: 6, sustain: -3 })]),
  sound("team", "Yard", "Engine, overloaded", "", [
    set("audio.saturation", { drive: 16, shape: "lopsided", level: 85 }),
    lowPass(6000),
  ]),
  sound("team", "Yard", "Shed, small", "", [
    set("audio.room", { decay: 0.35, size: 70, reflections: 75 }, 28),
  ]),
  sound("supplied", "Supplied / Dynamics", "Evened, gently", "", [
    set("audio.compressor", { threshold: -22, ratio: 2, attack: 15, release: 180, knee: 9 }),
  ]),
  sound("supplied", "Supplied / Dynamics", "Evened, firmly", "", [
    set("audio.compressor", { threshold: -26, ratio: 4, attack: 6, release: 110, makeUp: 3 }),
  ]),
  sound(
    "supplied",
    "Supplied / Dynamics",
    "Peaks held",
    "",
    [set("audio.limiter", { ceiling: -1.5 })],
    ["clip", "track", "bus", "output"],
  ),
  sound("supplied", "Supplied / Dynamics", "Pauses down", "", [
    set("audio.gate", { threshold: -45, range: 12 }),
  ]),
  sound("supplied", "Supplied / Space", "Room, plain", "", [set("audio.room", {}, 24)]),
  sound("supplied", "Supplied / Space", "Spring, as in old amplifiers", "", [set("audio.spring", {}, 22)]),
  sound("supplied", "Supplied / Movement", "Chorus, wide", "", [set("audio.chorus", { voices: 3 }, 40)]),
  sound("supplied", "Supplied / Movement", "Flanger, slow", "", [set("audio.flanger", { rate: 0.12 }, 45)]),
  sound("supplied", "Supplied / Movement", "Phaser, four stages", "", [set("audio.phaser", {}, 50)]),
  sound("supplied", "Supplied / Movement", "Tremolo", "", [set("audio.tremolo", {})]),
  sound("supplied", "Supplied / Repair", "Clicks out", "", [set("audio.de-click", {})]),
  sound("supplied", "Supplied / Repair", "Steady noise down", "", [set("audio.noise-reduction", {})]),
  sound("supplied", "Supplied / Repair", "Hum of 50 Hz out", "", [set("audio.hum-removal", {})]),
  sound(
    "supplied",
    "Supplied / Level",
    "Minus 23 LUFS",
    "EBU R 128.",
    [set("audio.loudness-target", { target: -23, ceiling: -1 })],
    ["clip"],
  ),
  sound("supplied", "Supplied / Colour", "Tape, a little", "", [
    set("audio.saturation", { drive: 7, shape: "soft", highCut: 15000 }, 80),
  ]),
  sound("supplied", "Supplied / Filters", "Rumble cut", "", [highPass(60, "24")]),
  sound("supplied", "Supplied / Filters", "Telephone band", "", [highPass(300, "24"), lowPass(3400, "24")]),
  sound("supplied", "Supplied / Filters", "Next room", "", [lowPass(700, "24"), gain(-3)]),

  still("team", "Stills, fog series", "Fog, opened", "Brings the middle of the fog up; watch the lamp.", [
    exposure(0.35),
    curve(...liftCurve),
    saturation(112),
  ]),
  {
    ...still("team", "Stills, fog series", "Fog, print", "Neutral print for the wall.", [
      curve(...deepCurve),
      saturation(82),
      vignette(-0.6, 0.45),
    ]),
    madeFor: "landscape",
  },
  {
    ...still("team", "Stills, fog series", "Fog, print, upright", "The same for the narrow frames.", [
      curve(...deepCurve),
      saturation(82),
      vignette(-0.4, 0.6),
    ]),
    madeFor: "portrait",
    variantOf: "Fog, print",
  },
  still("team", "Stills, fog series", "Lamp keeps its colour", "", [
    exposure(-0.4),
    curve(...deepCurve),
    saturation(128),
  ]),
  still("team", "Stills, fog series", "Selenium, quiet", "The exhibition's grey.", [
    toner("selenium", 90),
    curve(...liftCurve),
    vignette(-0.5, 0.5),
  ]),
  still("team", "Stills, fog series", "Blue hour bath", "", [toner("cyanotype", 110), vignette(-0.8, 0.3)]),
  still(
    "team",
    "Stills, ledge and sea",
    "Ledge, feathers hold",
    "Whites of the terns stay below paper white.",
    [exposure(-0.25), curve([0, 0], [0.3, 0.27], [0.7, 0.72], [1, 0.95]), saturation(106)],
  ),
  still("team", "Stills, ledge and sea", "Grey sea, weight", "", [
    curve(...deepCurve),
    saturation(74),
    vignette(-0.9),
  ]),
  still("team", "Stills, ledge and sea", "Slack water, pale", "", [
    exposure(0.3),
    curve(...softCurve),
    saturation(80),
  ]),
  still("team", "Stills, yard", "Yard copper", "", [toner("copper", 100, 85), curve(...softCurve)]),
  still("team", "Stills, yard", "Old plank", "", [
    saturation(70),
    curve([0, 0.03], [0.25, 0.22], [0.75, 0.8], [1, 0.98]),
    vignette(-0.7, 0.4),
  ]),
  still("team", "Stills, fog series", "Haze, lifted", "For the far buoys; too much makes the water black.", [
    set("image.haze-removal", { amount: 55, radius: 1.2 }),
    saturation(104),
  ]),
  still("team", "Stills, fog series", "Lamp glow", "", [
    set("image.glow", { amount: 55, radius: 2.2, threshold: 70 }),
  ]),
  still("team", "Stills, fog series", "Cold below, warm above", "The grade of the film, as a table.", [
    set("image.lut", { table: coldWarmTable.hash }, 80),
  ]),
  still("team", "Stills, ledge and sea", "Feathers, crisp", "", [
    set("image.noise-reduction", { lightness: 2, colour: 5 }),
    set("image.sharpen", { amount: 110, radius: 0.02 }),
  ]),
  still("team", "Stills, ledge and sea", "Sea, deeper", "Only the sea moves; the ringers' jackets stay.", [
    set("image.hue-ranges", {
      ranges: [
        { range: "blue", hue: -8, saturation: 25, lightness: -4 },
        { range: "aqua", hue: 6, saturation: 10, lightness: 0 },
      ],
    }),
  ]),
  still("team", "Stills, ledge and sea", "Evening light taken out", "", [
    set("image.white-balance", { temperature: 4600, tint: 4 }),
  ]),
  still(
    "team",
    "Stills, ledge and sea",
    "Horizon, level",
    "One degree and a bit; the tripod stands on shingle.",
    [set("image.straighten", { angle: 1.3 })],
  ),
  still("team", "Stills, yard", "Timber, deep", "", [
    set("image.local-contrast", { amount: 60, radius: 2.5 }),
    set("image.highlights-shadows", { highlights: -30, shadows: 35 }),
  ]),
  still("team", "Stills, yard", "Worn print", "Salt and wear over a warm grey.", [
    set("image.black-and-white", { red: 45, green: 45, blue: 10 }),
    set("image.colour-wash", { hue: 75, chroma: 30, amount: 30 }),
    set("image.texture", { picture: wornSheet.hash, mode: "soft-light", amount: 55 }),
    set("image.border", { width: 2.2, paper: "cream" }),
  ]),
  still("team", "Stills, yard", "Slipway, upright", "", [set("image.perspective", { vertical: 18 })]),
  still("team", "Stills, yard", "Leaking back", "The old box camera of the yard.", [
    set("image.light-leak", { strength: 55, reach: 22 }),
    set("image.grain", { amount: 30, size: 0.5 }),
    vignette(-0.8),
  ]),
  still("team", "Stills, for the web", "Half size", "", [
    set("image.scale", { size: 50 }),
    set("image.sharpen", { amount: 60, radius: 0.03 }),
  ]),
  still("team", "Stills, for the web", "Square, from the middle", "From a frame of three by two.", [
    set("image.crop", { left: 16.7, right: 16.7 }),
  ]),
  moving("team", "Film, moves", "Walk-in, slow", "Stretches with the clip: always the whole way.", [
    keyed("video.transform", {}, 6, "stretch", {
      scale: [
        [0, 100, gently],
        [600, 112],
      ],
    }),
  ]),
  moving("team", "Film, moves", "In from the left, stops", "Timed from the start of the clip.", [
    keyed("video.transform", {}, 4, "start", {
      x: [
        [0, -100, out],
        [80, 0],
      ],
    }),
  ]),
  moving(
    "team",
    "Film, moves",
    "Curtain from above",
    "Falls within the last second, however long the clip is.",
    [
      keyed("video.edge-crop", {}, 4, "end", {
        top: [
          [300, 0, gently],
          [396, 100],
        ],
      }),
    ],
  ),
  moving(
    "team",
    "Film, moves",
    "Eye opens and shuts",
    "Opening and closing keep their second, the middle stretches.",
    [
      keyed(
        "video.edge-crop",
        { softness: 3 },
        5,
        "middle",
        {
          top: [
            [0, 50, gently],
            [100, 10, "hold"],
            [400, 10, gently],
            [496, 50],
          ],
          bottom: [
            [0, 50, gently],
            [100, 10, "hold"],
            [400, 10, gently],
            [496, 50],
          ],
        },
        [1, 1],
      ),
    ],
  ),
  moving("team", "Film, moves", "Whip out to the right", "The last third of a second.", [
    keyed("video.whip-blur", {}, 2, "end", {
      length: [
        [165, 0, gently],
        [198, 28],
      ],
    }),
  ]),
  moving("team", "Film, moves", "Handheld, calm", "", [
    set("video.shake", { amount: 0.4, turn: 0.2, speed: 1.2 }),
  ]),
  moving("team", "Film, moves", "Swell on deck", "", [
    set("video.shake", { amount: 1.2, turn: 2.4, speed: 0.4, enlarged: 8 }),
  ]),
  moving("team", "Film, moves", "Towards the hut", "", [set("video.slow-zoom", { to: 125, x: 62, y: 40 })]),
  moving("team", "Film, moves", "Wick, restless", "", [set("video.flicker", { amount: 0.35, speed: 6 })]),
  moving("team", "Film, moves", "Oil on the tide", "", [set("video.hue-drift", { speed: 24 })]),
  moving("team", "Film, layers", "Half there", "", [set("video.opacity", { opacity: 55 })]),
  moving("team", "Film, layers", "Amber glass", "", [set("video.blend", { mode: "multiply", opacity: 45 })]),
  moving("team", "Film, layers", "Both in one frame", "", [set("video.superimpose", { mode: "screen" })]),
  moving("team", "Film, layers", "Print on the table", "", [
    set("video.drop-shadow", { size: 78, behind: "grey" }),
  ]),
  moving("team", "Film, layers", "Ends in the dark", "", [set("video.fade", { opening: 0.8, closing: 1.2 })]),
  moving("team", "Film, titles", "Name of the place", "Write over it; it stays in the safe area.", [
    set("video.title", { text: "The crossing", size: 11, y: 82 }),
  ]),
  moving("team", "Film, titles", "Month, small", "", [
    set("video.title", { text: "November", face: "plain", size: 5, x: 8, y: 90, align: "left" }),
  ]),
  moving("team", "Film, titles", "Count in", "", [set("video.countdown", { from: 5 })]),
  moving("team", "Film, cuts", "Dissolve, a second", "From the clip before in the session.", [
    set("video.dissolve", { lasts: 1, course: "gentle" }),
  ]),
  moving("team", "Film, cuts", "Through black", "", [set("video.dip", { lasts: 1.2 })]),
  moving("team", "Film, cuts", "Wiped from the left", "", [
    set("video.wipe", { lasts: 0.8, from: "left", softness: 12 }),
  ]),
  moving("team", "Film, cuts", "Pushed on", "", [set("video.push", { lasts: 0.6, course: "gentle" })]),
  moving("team", "Film, cuts", "Slides over", "", [set("video.slide", { lasts: 0.6, from: "below" })]),
  moving("supplied", "Supplied / Generators", "Colour bars, 75", "", [set("video.bars", {})]),
  moving("supplied", "Supplied / Generators", "Slate ground", "", [
    set("video.solid", { red: 35, green: 50, blue: 60 }),
  ]),
  moving("supplied", "Supplied / Generators", "Ground, light above", "", [
    set("video.gradient", { angle: 0 }),
  ]),
  moving("supplied", "Supplied / Generators", "Snow on the screen", "", [set("video.noise", {})]),
  moving("supplied", "Supplied / Generators", "Eighths", "", [set("video.grid", {})]),
  still("supplied", "Supplied / Tone", "Brighter middle", "", [set("image.brightness", { brightness: 25 })]),
  still("supplied", "Supplied / Tone", "Contrast around grey", "", [
    set("image.contrast", { contrast: 125 }),
  ]),
  still("supplied", "Supplied / Tone", "Blacks deeper, whites kept", "", [
    set("image.black-white-points", { black: -8 }),
  ]),
  still("supplied", "Supplied / Tone", "Levels, stretched", "", [
    set("image.levels", { inBlack: 4, inWhite: 96 }),
  ]),
  still("supplied", "Supplied / Tone", "Gamma 1.2", "", [set("image.gamma", { gamma: 1.2 })]),
  still("supplied", "Supplied / Colour", "Weak colours stronger", "", [
    set("image.vibrance", { vibrance: 45 }),
  ]),
  still("supplied", "Supplied / Colour", "Opposites apart", "", [
    set("image.opponent-spread", { greenRed: 130, blueYellow: 130 }),
  ]),
  still("supplied", "Supplied / Colour", "Red into blue", "A start for infra-red-like skies.", [
    set("image.channel-mixer", { redRed: 0, redBlue: 100, blueRed: 100, blueBlue: 0 }),
  ]),
  still("supplied", "Supplied / Colour", "Crossed curves", "Reds bent up, blues down.", [
    set("image.channel-curves", {
      red: [
        [0, 0],
        [0.25, 0.22],
        [0.75, 0.8],
        [1, 1],
      ],
      blue: [
        [0, 0.06],
        [0.5, 0.5],
        [1, 0.92],
      ],
    }),
  ]),
  still("supplied", "Supplied / Colour", "Shadows blue, lights amber", "", [set("image.split-tone", {})]),
  still(
    "supplied",
    "Supplied / Colour",
    "Primary grade, neutral",
    "Slope, offset and power to begin a grade with.",
    [
      set("image.colour-decision-list", {
        slopeRed: 1.02,
        slopeBlue: 0.98,
        offsetBlue: 0.005,
        saturation: 1.05,
      }),
    ],
  ),
  still("supplied", "Supplied / Colour", "Black and white, red filter", "", [
    set("image.black-and-white", { red: 85, green: 20, blue: -5 }),
  ]),
  still("supplied", "Supplied / Detail", "Sharpen for print", "", [
    set("image.sharpen", { amount: 120, radius: 0.03 }),
  ]),
  still("supplied", "Supplied / Detail", "Out of focus", "", [set("image.blur", { radius: 0.6 })]),
  still("supplied", "Supplied / Frame", "Mirrored", "", [set("image.flip", {})]),
  still("supplied", "Supplied / Frame", "Quarter turn", "", [set("image.rotate", {})]),
  still("supplied", "Supplied / Frame", "White border", "", [set("image.border", {})]),
  still("supplied", "Supplied / Stills", "Sepia print", "", [toner("sepia", 100), vignette(-0.4, 0.5)]),
  still("supplied", "Supplied / Stills", "Half a stop more", "", [exposure(0.5)]),
  still("supplied", "Supplied / Stills", "Soft contrast", "", [curve(...softCurve)]),
  still("supplied", "Supplied / Stills", "Firm contrast", "", [curve(...deepCurve)]),
  still("supplied", "Supplied / Stills", "Muted", "", [saturation(60)]),
  still("supplied", "Supplied / Stills", "Dark corners", "", [vignette(-1.2)]),
];
