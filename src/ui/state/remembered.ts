/** A function that computes only where an argument is another one (`Object.is`) than in its last call. */
export function remembered<A extends readonly unknown[], R>(compute: (...given: A) => R): (...given: A) => R {
  let last: { readonly given: A; readonly result: R } | null = null;
  return (...given) => {
    const before = last;
    if (!before || before.given.some((one, i) => !Object.is(one, given[i])))
      last = { given, result: compute(...given) };
    return last!.result;
  };
}

/** True where two lists hold the same, in the same order. */
export const sameItems = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a === b || (a.length === b.length && a.every((one, i) => Object.is(one, b[i])));

/** True where two objects have the same fields, each with the same value (`Object.is`). */
export const sameFields = <T extends object>(a: T, b: T): boolean =>
  (Object.keys(a) as (keyof T)[]).every((field) => Object.is(a[field], b[field]));

/** A function like `remembered` that gives the list of its last call again where the new one holds the same. */
export function rememberedList<A extends readonly unknown[], T>(
  compute: (...given: A) => readonly T[],
): (...given: A) => readonly T[] {
  let last: readonly T[] = [];
  return remembered((...given: A) => {
    const next = compute(...given);
    if (!sameItems(last, next)) last = next;
    return last;
  });
}
