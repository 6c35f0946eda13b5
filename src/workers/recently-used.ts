/** Keeps the values that were used last, up to a number of them, or up to a sum of what they weigh. */
export class RecentlyUsed<Value> {
  private readonly values = new Map<string, Value>();
  private weight = 0;

  constructor(
    private readonly most: number,
    private readonly weigh: (value: Value) => number = () => 1,
  ) {}

  /** The kept value, or the made one. A promise that fails is not kept. */
  get(key: string, make: (key: string) => Value): Value {
    const value = this.known(key) ?? this.keep(key, make(key));
    if (value instanceof Promise) value.catch(() => this.values.get(key) === value && this.drop(key));
    return value;
  }

  /** The kept value, which then counts as used. */
  known(key: string): Value | undefined {
    const value = this.values.get(key);
    if (value !== undefined) {
      this.values.delete(key);
      this.values.set(key, value);
    }
    return value;
  }

  keep(key: string, value: Value): Value {
    this.drop(key);
    this.values.set(key, value);
    this.weight += this.weigh(value);
    // What is heavier than all that is kept is not kept.
    while (this.weight > this.most) this.drop(this.values.keys().next().value!);
    return value;
  }

  clear(): void {
    this.values.clear();
    this.weight = 0;
  }

  private drop(key: string): void {
    const value = this.values.get(key);
    if (value === undefined) return;
    this.values.delete(key);
    this.weight -= this.weigh(value);
  }
}
