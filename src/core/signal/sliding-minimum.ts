/**
 * The smallest of the last `length` values, in constant time a value: candidates in ascending order in a ring, those
 * that a smaller newcomer hides thrown out. Source: D. Lemire, "Streaming Maximum-Minimum Filter", 2006.
 */
export class SlidingMinimum {
  private readonly values: Float64Array;
  private readonly places: Float64Array;
  private first = 0;
  private count = 0;
  private now = 0;

  constructor(private readonly length: number) {
    this.values = new Float64Array(length + 1);
    this.places = new Float64Array(length + 1);
  }

  next(value: number): number {
    const size = this.values.length;
    if (this.count > 0 && this.places[this.first] <= this.now - this.length) {
      this.first = (this.first + 1) % size;
      this.count--;
    }
    while (this.count > 0 && this.values[(this.first + this.count - 1) % size] >= value) this.count--;
    const at = (this.first + this.count) % size;
    this.values[at] = value;
    this.places[at] = this.now++;
    this.count++;
    return this.values[this.first];
  }
}
