/**
 * The `count` smallest of some numbers, in order. Changes the order of `numbers`. Quickselect (Hoare 1961), the middle of
 * three as the border, so that a few of very many cost one look at each or two; then those few are sorted.
 */
export function smallest(numbers: Float64Array, count: number): Float64Array {
  if (count < numbers.length) {
    const last = count - 1;
    let [low, high] = [0, numbers.length - 1];
    while (low < high) {
      const border = middleOf(numbers[low], numbers[(low + high) >> 1], numbers[high]);
      let [i, j] = [low, high];
      while (i <= j) {
        while (numbers[i] < border) i++;
        while (numbers[j] > border) j--;
        if (i <= j) {
          const other = numbers[i];
          numbers[i++] = numbers[j];
          numbers[j--] = other;
        }
      }
      // What is not in order yet is on one side of the last that is wanted, or on neither.
      if (last <= j) high = j;
      else if (last >= i) low = i;
      else break;
    }
  }
  return numbers.subarray(0, Math.min(count, numbers.length)).sort();
}

const middleOf = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
