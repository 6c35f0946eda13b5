import { keyProblem, reservedKeys } from "@/core/keys/combination";
import { browsersOwn, type PlaneCell } from "@/core/keys/boards";
import type { KeyBinding } from "@/core/library/entities";

/** What a key does on the bench, and how it is drawn. */
export interface Meaning {
  readonly kind: "bound" | "lost" | "built in" | "browser" | "free" | "elsewhere" | "none";
  readonly words: string;
}

/** What the member's keys and the bench's own say of a drawn key. `nameOf` gives null for what is out of use. */
export function meaningOf(
  { keys }: PlaneCell,
  bound: ReadonlyMap<string, KeyBinding>,
  builtIn: ReadonlyMap<string, string>,
  nameOf: (binding: KeyBinding) => string | null,
): Meaning {
  for (const one of keys) {
    const own = builtIn.get(one);
    if (own !== undefined) return { kind: "built in", words: own };
    const binding = bound.get(one);
    if (!binding) continue;
    const name = nameOf(binding);
    return name === null ? { kind: "lost", words: "leads nowhere" } : { kind: "bound", words: name };
  }
  if (keys.some((one) => browsersOwn.includes(one))) return { kind: "browser", words: "the browser's" };
  if (keys.some((one) => keyProblem(one) === null)) return { kind: "free", words: "free" };
  return keys.some((one) => reservedKeys.includes(one))
    ? { kind: "elsewhere", words: "on others" }
    : { kind: "none", words: "" };
}
