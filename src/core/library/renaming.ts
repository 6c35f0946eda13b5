import { cleanName, lengthOf, longestName } from "../text/names";

/** How names are made out of others. */
export interface Renaming {
  /** Taken out wherever it stands, in any letter case; empty for nothing. */
  readonly find: string;
  /** Put in its place. */
  readonly put: string;
  /** What the name becomes: `{name}` is what it is by then, `{n}` counts the cards from 1, `{nn}` with two digits. */
  readonly form: string;
}

export const asTheyAre: Renaming = { find: "", put: "", form: "{name}" };

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

/** A name, as the card at that place (from 0) has it. */
function renamed(name: string, at: number, { find, put, form }: Renaming): string {
  const replaced = find === "" ? name : name.replace(new RegExp(escaped(find), "giu"), () => put);
  const n = String(at + 1);
  const tokens: Readonly<Record<string, string>> = { name: replaced, n, nn: n.padStart(2, "0") };
  return cleanName(form.replace(/\{(name|nn|n)\}/g, (_, token: string) => tokens[token]));
}

/** What becomes of names, in their order; `problem` says why one cannot be so. */
export function renamedAll(
  names: readonly string[],
  by: Renaming,
): { readonly name: string; readonly problem: string | null }[] {
  return names.map((before, at) => {
    const name = renamed(before, at, by);
    const problem =
      name === ""
        ? "no name is left"
        : lengthOf(name) > longestName
          ? `more than ${longestName} characters`
          : null;
    return { name, problem };
  });
}
