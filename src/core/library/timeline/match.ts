import { partOfSpan, requireKind, type Material } from "./lay";
import { lengthOfFile } from "./place";
import { cleanName } from "../../text/names";
import { Unfit } from "../unfit";
import type { Wanted } from "./laid";

/** The clips of a timeline that want the same file. */
export interface WantedFile {
  /** Tells it from others of the same timeline. */
  readonly key: string;
  readonly file: string;
  readonly hash: string | null;
  readonly clips: readonly Wanted[];
}

/** As names are kept here, whatever their case: some systems write letters and their marks one by one (UAX 15). */
const folded = (name: string) => cleanName(name).toLowerCase();

/** Clips by the file that they want: one of that hash, else one of that name. */
export function wantedFiles(wanted: readonly Wanted[]): WantedFile[] {
  const files = new Map<string, WantedFile>();
  for (const one of wanted) {
    const key = one.hash ?? folded(one.file);
    const { clips = [], ...file } = files.get(key) ?? { key, file: one.file, hash: one.hash };
    files.set(key, { ...file, clips: [...clips, one] });
  }
  return [...files.values()];
}

/** Why a file cannot be what some clips want, in words; null where it can. */
export function whyNot({ clips }: Pick<WantedFile, "clips">, file: Omit<Material, "id">): string | null {
  try {
    for (const { sound, span } of clips) {
      requireKind(sound, file);
      partOfSpan(span, file);
    }
    return null;
  } catch (error) {
    if (error instanceof Unfit) return error.message;
    throw error;
  }
}

/** How far a file's length is from what is said of the one that is wanted, in seconds. */
function apart({ clips }: WantedFile, { facts }: Material): number {
  const length = lengthOfFile(facts);
  const said = clips.find((one) => one.length !== null)?.length ?? null;
  return length === null || said === null ? Infinity : Math.abs(length - said);
}

/** Of files of the library the one that is wanted: by its hash, else by its name and its length; undefined where none can be. */
export function foundIn(wanted: WantedFile, library: readonly Material[]): Material | undefined {
  const same = library.find(({ id }) => id === wanted.hash);
  if (same && whyNot(wanted, same) === null) return same;
  return library
    .filter((one) => folded(one.name) === folded(wanted.file) && whyNot(wanted, one) === null)
    .sort((a, b) => apart(wanted, a) - apart(wanted, b))[0];
}

/** Of files that somebody has at hand the one of the name that is wanted; undefined where there is none. */
export const foundAmong = <F extends { readonly name: string }>(
  { file }: Pick<WantedFile, "file">,
  files: readonly F[],
): F | undefined => files.find(({ name }) => folded(name) === folded(file));
