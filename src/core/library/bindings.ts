import { goesOn, type Medium } from "../media";
import { isPad } from "../keys/combination";
import type { KeyBinding } from "./entities/key-binding";
import { recalledBy } from "./entities/recalled";

/**
 * What each key means on material of a medium: what is bound for just that comes before what is bound for one whose cards go
 * on it too, and that before what is bound for any.
 */
export function boundOn(
  bindings: Iterable<KeyBinding>,
  medium: Medium | undefined,
): ReadonlyMap<string, KeyBinding> {
  const bound = new Map<string, KeyBinding>();
  const nearness = ({ medium: on }: KeyBinding) => (on === null ? 1 : on === medium ? 3 : 2);
  for (const binding of bindings) {
    if (binding.medium !== null && !(medium && goesOn(binding.medium, medium))) continue;
    const before = bound.get(binding.key);
    if (!before || nearness(binding) > nearness(before)) bound.set(binding.key, binding);
  }
  return bound;
}

/** The keys of each thing that has some, by its id; those that are pressed before pads. */
export function keysOfThings(bound: Iterable<KeyBinding>): ReadonlyMap<string, readonly string[]> {
  const keys = new Map<string, string[]>();
  for (const binding of bound) {
    const { id } = recalledBy(binding);
    keys.set(id, [...(keys.get(id) ?? []), binding.key]);
  }
  for (const list of keys.values())
    list.sort((a, b) => Number(isPad(a)) - Number(isPad(b)) || (a < b ? -1 : 1));
  return keys;
}
