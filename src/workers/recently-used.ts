/** Keeps the values that were used last, up to a number of them. */
export class RecentlyUsed<Value> {
  private readonly values = new Map<string, Value>();

  constructor(private readonly most: number) {}

  /** The kept value, or the made one. A promise that fails is not kept. */
  get(key: string, make: (key: string) => Value): Value {
    const value = this.values.get(key) ?? make(key);
    this.values.delete(key);
    this.values.set(key, value);
    if (value instanceof Promise) value.catch(() => this.values.delete(key));
    const oldest = this.values.keys().next().value;
    if (this.values.size > this.most && oldest !== undefined) this.values.delete(oldest);
    return value;
  }
}
