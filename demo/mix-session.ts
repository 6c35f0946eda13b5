import type { TargetKind } from "../src/core/media";

interface MixTarget {
  readonly name: string;
  readonly kind: TargetKind;
  /** Name of a sound of the demo. */
  readonly material?: string;
  /** Seconds. */
  readonly at?: number;
  readonly feeds?: string;
  /** Returns and levels in dB. */
  readonly sends?: readonly (readonly [string, number])[];
  /** Name of a card of the demo. */
  readonly card?: string;
}

/** A session with clips laid out in time, and what they run through. */
export const mixSession: { readonly name: string; readonly targets: readonly MixTarget[] } = {
  name: "The foghorn, laid out",
  targets: [
    { name: "Sea below", kind: "clip", material: "Sea under the lamp room", feeds: "Ambience" },
    {
      name: "Terns, far",
      kind: "clip",
      material: "Terns on the ledge",
      at: 4,
      feeds: "Ambience",
      sends: [["Lamp room", -14]],
    },
    {
      name: "First blast",
      kind: "clip",
      material: "Foghorn",
      at: 2.5,
      feeds: "Ambience",
      sends: [["Lamp room", -6]],
    },
    {
      name: "Keeper's line",
      kind: "clip",
      material: "Narration, take 4",
      at: 8,
      feeds: "Voice",
      sends: [["Lamp room", -22]],
    },
    { name: "Ramp comes down", kind: "clip", material: "Ferry ramp", at: 16, feeds: "Ambience" },
    { name: "Voice", kind: "track", feeds: "Everything", card: "Kitchen table talk" },
    { name: "Ambience", kind: "bus", feeds: "Everything", card: "Wind off" },
    { name: "Lamp room", kind: "return", feeds: "Everything", card: "Small harbour room" },
    { name: "Everything", kind: "output" },
  ],
};
