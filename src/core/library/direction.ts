import type { Chain } from "../chain/model";
import type { Side } from "../effects/define";
import { findEffect } from "../effects/registry";
import { fold } from "../text/fold";

/*
 * A name such as “Closing from above” promises a direction, and keyframes go in one. Where the two do not agree, whoever
 * keeps the card is asked.
 */

const said: Readonly<Record<Side, { readonly words: string; readonly names: RegExp }>> = {
  above: { words: "from above", names: /\b(?:from (?:above|the top|overhead)|top[- ]down|downwards?)\b/ },
  below: { words: "from below", names: /\b(?:from (?:below|beneath|the bottom)|bottom[- ]up|upwards?)\b/ },
  left: { words: "from the left", names: /\bfrom (?:the )?left\b|\bleft to right\b/ },
  right: { words: "from the right", names: /\bfrom (?:the )?right\b|\bright to left\b/ },
};
const sides = Object.keys(said) as Side[];

/** The directions that a name promises. */
export function promisedBy(name: string): Side[] {
  const text = fold(name);
  return sides.filter((side) => said[side].names.test(text));
}

/** The sides from which something comes by a chain's keyframes, between the first and the last of each lane. */
export function directionsOf({ settings }: Chain): ReadonlySet<Side> {
  const found = new Set<Side>();
  for (const { effect: id, motion, on } of settings) {
    const effect = findEffect(id);
    if (!on || !motion || effect?.medium !== "video" || !effect.comesFrom) continue;
    for (const [key, ways] of Object.entries(effect.comesFrom)) {
      const lane = Object.hasOwn(motion.lanes, key) ? motion.lanes[key] : [];
      if (!ways || lane.length < 2) continue;
      const [first, last] = [lane[0].value, lane.at(-1)!.value];
      const turn = lane.find(({ value }) => value !== first);
      // There and back is both.
      if (last === first && turn) ways.forEach((side) => found.add(side));
      else if (last !== first) found.add(last > first ? ways[0] : ways[1]);
    }
  }
  return found;
}

/** What to ask whoever keeps a chain with keyframes under a name; null where the name promises nothing else than they do. */
export function askAboutName(name: string, chain: Chain): string | null {
  if (!chain.settings.some(({ motion }) => motion)) return null;
  const goes = directionsOf(chain);
  const [broken] = promisedBy(name).filter((side) => !goes.has(side));
  if (!broken) return null;
  const does = [...goes].map((side) => said[side].words).join(" and ");
  return `The name says “${said[broken].words}”; ${does ? `the keyframes come ${does}` : "no keyframe goes in a direction"}. Is the name right?`;
}
