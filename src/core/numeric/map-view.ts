/**
 * A map that somebody else changes, as readers see it. Readers that ask whether they have the same view are told of a
 * change by another view; making one costs the same however much the map holds. An older view shows what the map holds
 * now.
 */
export class MapView<Key, Value> implements ReadonlyMap<Key, Value> {
  constructor(private readonly map: ReadonlyMap<Key, Value>) {}

  get size(): number {
    return this.map.size;
  }
  get(key: Key): Value | undefined {
    return this.map.get(key);
  }
  has(key: Key): boolean {
    return this.map.has(key);
  }
  keys(): MapIterator<Key> {
    return this.map.keys();
  }
  values(): MapIterator<Value> {
    return this.map.values();
  }
  entries(): MapIterator<[Key, Value]> {
    return this.map.entries();
  }
  [Symbol.iterator](): MapIterator<[Key, Value]> {
    return this.map.entries();
  }
  forEach(does: (value: Value, key: Key, map: ReadonlyMap<Key, Value>) => void): void {
    for (const [key, value] of this.map) does(value, key, this);
  }
}
