/** Characters that a number stands for, each as its code and one more; those from `mostCode` on are not told apart. */
const packed = 4;
const mostCode = 127;
const mostTogether = 2 ** (53 - 7 * packed);

/**
 * The places of some texts in the order of their UTF-16 codes, those alike in the order in which they came. Most are told
 * apart by their first characters, which as numbers are put in order many times as quickly as texts are.
 */
export function orderOfTexts(texts: readonly string[]): Uint32Array {
  const count = texts.length;
  const order = new Uint32Array(count);
  const byText = (a: number, b: number) => (texts[a] < texts[b] ? -1 : texts[a] > texts[b] ? 1 : a - b);
  if (count > mostTogether) return order.map((_, i) => i).sort(byText);
  const keys = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const text = texts[i];
    let [head, isOpen] = [0, true];
    for (let k = 0; k < packed; k++) {
      // What ends comes before what goes on; behind what cannot be told apart nothing is.
      const code = isOpen && k < text.length ? Math.min(mostCode, text.charCodeAt(k) + 1) : 0;
      head = head * (mostCode + 1) + code;
      isOpen &&= code < mostCode;
    }
    keys[i] = head * mostTogether + i;
  }
  keys.sort();
  for (let i = 0; i < count; i++) order[i] = keys[i] % mostTogether;
  const headOf = (i: number) => Math.floor(keys[i] / mostTogether);
  for (let from = 0, end; from < count; from = end) {
    const head = headOf(from);
    for (end = from + 1; end < count && headOf(end) === head;) end++;
    if (end - from > 1) order.subarray(from, end).sort(byText);
  }
  return order;
}
