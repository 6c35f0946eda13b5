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
