/** The faces that titles are set in: those of the interface. */
export const faces = {
  slab: { label: "slab, bold" },
  plain: { label: "plain, half bold" },
  even: { label: "of one width" },
} as const;
export type FaceId = keyof typeof faces;
export const faceIds = Object.keys(faces) as FaceId[];

/** As `npm run type` writes it: lengths in thousandths of the size. */
export interface StoredFace {
  /** Above and below the line that letters stand on. */
  readonly ascent: number;
  readonly descent: number;
  /** By character: the step to the next, and the outline as M, L, Q, C and Z, y upwards. */
  readonly glyphs: { readonly [character: string]: readonly [advance: number, path: string] };
  /** What pairs are set closer or wider by. */
  readonly kerning: { readonly [pair: string]: number };
}

const known = new Map<FaceId, StoredFace>();

/** Outlines are large and only needed where something is rendered: what renders imports `load`, which gives them here. */
export const knowFace = (id: FaceId, face: StoredFace): void => void known.set(id, face);

/** Throws where `load` was not imported. */
export function faceOf(id: FaceId): StoredFace {
  const face = known.get(id);
  if (!face) throw new Error("the outlines of letters are not loaded here; import core/type/load");
  return face;
}
