/** Characters that file systems or archives do not take, or that would climb out of a folder. */
const unfit = /[\p{Cc}/\\:*?"<>|]/gu;
const longest = 120;

/** A name fit for a file on any system, without its ending. */
export function fileName(name: string): string {
  const clean = name
    .normalize("NFC")
    .replace(unfit, "-")
    .replace(/^[.\s]+|[.\s]+$/g, "")
    .slice(0, longest)
    .trim();
  return clean === "" ? "untitled" : clean;
}

/** File names for several things in one folder: doubles, whatever their case, are numbered. */
export function fileNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const base = fileName(name);
    let candidate = base;
    for (let n = 2; taken.has(candidate.toLowerCase()); n++) candidate = `${base} ${n}`;
    taken.add(candidate.toLowerCase());
    return candidate;
  });
}

/** The names that more than one of them has. */
export function namesOfSeveral(named: readonly { readonly name: string }[]): ReadonlySet<string> {
  const [seen, several] = [new Set<string>(), new Set<string>()];
  for (const { name } of named) (seen.has(name) ? several : seen).add(name);
  return several;
}
