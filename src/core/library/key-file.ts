import { FormatFault } from "../chain/fault";
import { isRecord, type Json } from "../chain/model";
import { keyProblem, keyText } from "../keys/combination";
import { mediumIds, type Medium } from "../media";
import { recalledBy, recalledFields, type KeyBinding, type RecalledField } from "./entities";

/** What a key stands for, in a file: by its id, and by its name where it is another library's. */
interface KeyLine {
  readonly key: string;
  readonly medium: Medium | null;
  readonly means: RecalledField;
  readonly id: string;
  readonly name: string;
}

const version = 1;
/** A product rule and a guard: there are fewer keys than that. */
export const mostKeyLines = 400;

/** The keys of a member as a file: JSON, UTF-8. */
export const writeKeys = (
  bindings: readonly KeyBinding[],
  nameOf: (binding: KeyBinding) => string | null,
): string =>
  `${JSON.stringify(
    {
      fichierKeys: version,
      keys: [...bindings]
        .sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0))
        .flatMap((binding): KeyLine[] => {
          const { field, id } = recalledBy(binding);
          const name = nameOf(binding);
          return name === null ? [] : [{ key: binding.key, medium: binding.medium, means: field, id, name }];
        }),
    },
    null,
    2,
  )}\n`;

/** Reads a file of keys. Throws a FormatFault that says where something is wrong. */
export function readKeys(text: string): KeyLine[] {
  let value: Json;
  try {
    value = JSON.parse(text) as Json;
  } catch {
    throw new FormatFault("This is no JSON.", "line 1");
  }
  if (!isRecord(value) || value.fichierKeys !== version)
    throw new FormatFault(
      "This is no file of keys, or of a later version than is known here.",
      "fichierKeys",
    );
  const { keys } = value;
  if (!Array.isArray(keys) || keys.length > mostKeyLines)
    throw new FormatFault(`A file has a list of at most ${mostKeyLines} keys.`, "keys");
  return keys.map((line, i): KeyLine => {
    const where = `keys[${i}]`;
    if (!isRecord(line)) throw new FormatFault("Each key is an object.", where);
    const { key, medium = null, means, id, name } = line;
    if (typeof key !== "string" || keyProblem(keyText(key)) !== null)
      throw new FormatFault("This is no key that can be bound.", `${where}.key`);
    const on = mediumIds.find((one) => one === medium);
    if (medium !== null && !on) throw new FormatFault("There is no such medium.", `${where}.medium`);
    const field = recalledFields.find((one) => one === means);
    if (!field) throw new FormatFault(`A key means one of ${recalledFields.join(", ")}.`, `${where}.means`);
    if (typeof id !== "string" || typeof name !== "string" || name.length > 1000)
      throw new FormatFault("Give the id and the name of what it stands for.", where);
    return { key: keyText(key), medium: on ?? null, means: field, id, name };
  });
}

/** Finds what the lines of a file stand for here; `idsNamed` gives the ids of what has a name. */
export function resolveKeys(
  lines: readonly KeyLine[],
  knows: (field: RecalledField, id: string) => boolean,
  idsNamed: (field: RecalledField, name: string) => readonly string[],
) {
  const found: { key: string; medium: Medium | null; field: RecalledField; id: string }[] = [];
  const missing: KeyLine[] = [];
  for (const line of lines) {
    const { key, medium, means: field, id, name } = line;
    const named = knows(field, id) ? [id] : idsNamed(field, name);
    // One of several of that name would be a guess.
    if (named.length === 1) found.push({ key, medium, field, id: named[0] });
    else missing.push(line);
  }
  return { found, missing };
}
