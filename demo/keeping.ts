import type { FolderSign } from "../src/core/library/entities";
import type { Step } from "../src/core/library/steps";
import { daysOfUse, type DayOfUse } from "../src/core/library/use";
import { randomFrom } from "./random";

/** Tags of the island's cards by name, each as a path. */
export const demoTags: Readonly<Record<string, readonly string[]>> = {
  "Small harbour room": ["space / small", "voice"],
  "Lamp room, one voice": ["space / stone", "voice / one speaker"],
  "Boathouse slap": ["space / timber"],
  "Chapel, long": ["space / stone", "voice / one speaker"],
  "Kitchen table talk": ["voice / two speakers"],
  "Wind off": ["mending / wind", "voice"],
  "Hiss, a little less": ["mending / hiss"],
  "Generator hum notched": ["mending / hum"],
  "Harbour mains out": ["mending / hum"],
  "Shellac, mended": ["mending / clicks"],
  "Foghorn distance": ["weather / fog", "far"],
  "Foghorn, at the wall": ["weather / fog", "near"],
  "Sea behind glass": ["weather / sea", "far"],
  "Terns, nearer": ["birds", "near"],
  "Terns, far off": ["birds", "far"],
  "Gulls, wider": ["birds"],
  "Low rumble out": ["mending / wind"],
  "Fog, opened": ["weather / fog"],
  "Fog, print": ["weather / fog", "for print"],
  "Haze, lifted": ["weather / haze", "weather / fogs"],
  "Grey sea, weight": ["weather / sea"],
  "Sea, deeper": ["weather / sea"],
  "Worn print": ["for print"],
};

/** Further folders of some cards. */
export const demoFilings: Readonly<Record<string, string>> = {
  "Sea behind glass": "Island outdoors",
  "Shed, small": "Narration / Rooms",
  "Lamp glow": "Stills, yard",
};

/** The material that the team's cards were kept on, by the folder that they lie in. */
export const demoKeptOn: Readonly<Record<string, string>> = {
  Narration: "Narration, take 4",
  "Narration / Rooms": "Narration, take 5",
  "Narration / Repair": "Narration, take 6",
  "Foghorn and sea": "Foghorn",
  "Island outdoors": "Terns on the ledge",
  Yard: "Yard, caulking",
  "Stills, fog series": "Lamp in the fog",
  "Stills, ledge and sea": "Ledge, two rows",
  "Stills, yard": "Hull on the slip",
};

/** The cards whose pictures are those of some folders. */
export const demoFolderPictures: Readonly<Record<string, string>> = {
  "Stills, fog series": "Blue hour bath",
  "Stills, yard": "Yard copper",
  "Foghorn and sea": "Foghorn distance",
};

export const demoSigns: Readonly<Record<string, FolderSign>> = {
  Narration: "voice",
  "Foghorn and sea": "waves",
  "Island outdoors": "bird",
  Yard: "hammer",
  "Stills, fog series": "camera",
};

/** A list of the team's, and who thinks what of some cards. */
export const demoTeamList = {
  name: "Opening reel",
  mark: "O",
  cards: ["Foghorn distance", "Sea behind glass", "Fog, opened"],
} as const;

export const demoRatings: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  sound: { "Small harbour room": 5, "Wind off": 4, "Harbour plate shimmer": -1, "Sea behind glass": 4 },
  curator: { "Small harbour room": 4, "Sea behind glass": 5 },
  stills: { "Fog, opened": 5 },
};

/** Cards that have been there for long, in days; the others were added when the demo was set up. */
export const demoAges: Readonly<Record<string, number>> = {
  "Shellac, mended": 160,
  "Boathouse slap": 131,
  "Worn print": 127,
  "Kitchen table talk": 118,
  "Hiss, a little less": 96,
};

/**
 * How a member has used the library on each day of half a year, the last day first: nothing on days off; at first with more
 * keys than when the aliases were known.
 */
export function demoUse(seed: number): Omit<DayOfUse, "day">[] {
  const random = randomFrom(seed);
  return Array.from({ length: daysOfUse }, (_, ago) => {
    const isOff = ago % 7 > 4 || random() < 0.15;
    const uses = isOff ? 0 : Math.round(random() * 9 * (1 - ago / (1.4 * daysOfUse)));
    const each = 2 + 3 * (ago / daysOfUse);
    return {
      uses,
      counted: uses,
      keys: Math.round(uses * each),
      browsing: Math.round(uses * (11 + 4 * random())),
    };
  });
}

/** The team's routines and sets, with cards by name. */
export const demoRoutines = (
  cardId: (name: string) => string,
): { name: string; steps: readonly Step[] }[] => [
  {
    name: "Spaces of the harbour",
    steps: [
      {
        kind: "returns",
        parts: [
          { of: { cardId: cardId("Small harbour room") }, level: -6 },
          { of: { cardId: cardId("Boathouse slap") }, level: -9 },
          { of: { cardId: cardId("Chapel, long") }, level: -12 },
        ],
      },
    ],
  },
  {
    name: "Take, made ready",
    steps: [
      { kind: "put", of: { cardId: cardId("Wind off") }, how: "replace", strength: 100 },
      { kind: "put", of: { cardId: cardId("Harbour mains out") }, how: "missing", strength: 100 },
      { kind: "choose", which: "next" },
    ],
  },
  {
    name: "Click out",
    steps: [
      { kind: "cut" },
      { kind: "put", of: { cardId: cardId("Shellac, mended") }, how: "after", strength: 100 },
      { kind: "render" },
    ],
  },
];
