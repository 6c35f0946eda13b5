import type { FolderSign } from "../src/core/library/entities";

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
  "Haze, lifted": ["weather / haze"],
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
