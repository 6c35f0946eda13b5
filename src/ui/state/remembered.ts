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
