import { Aligned, longestTail } from "../effects/aligned";
import type { AudioEffect, Learnt } from "../effects/define";
import type { AudioContextFacts } from "../signal/block";
import { activeSettings, type Resources } from "./active";
import type { Chain, EffectSetting } from "./model";
import { prepareAudioChain } from "./prepare-audio";

/** Hears the material in order, a block after the other; the planes are overwritten. */
export type Hear = (planes: readonly Float32Array[], frames: number) => void;

const mustLearn = (effect: AudioEffect): boolean => effect.analyse !== undefined;

/**
 * What the settings of a chain learn of a material. Yields a function, which must be given the whole material before the
 * next is asked for, once for each of them or as often as one asks; each hears what a rendering would hold after the
 * settings before it: without their latency, and with what rings on after the material's end. Returns what was learnt,
 * by place in the chain.
 */
export function* learning(
  chain: Chain,
  facts: AudioContextFacts,
  resources: Resources = {},
): Generator<Hear, ReadonlyMap<number, Learnt>> {
  const learnt = new Map<number, Learnt>();
  for (const { index, effect, values } of activeSettings(chain, "audio", resources).active) {
    const analysis = effect.analyse?.(values, facts);
    if (!analysis) continue;
    do {
      const before = prepareAudioChain({ ...chain, settings: chain.settings.slice(0, index) }, 100, facts, {
        ...resources,
        learnt,
      });
      const aligned = new Aligned(before, facts.channels, (planes, frames) => analysis.hear(planes, frames));
      yield (planes, frames) => aligned.put(planes, frames);
      for (const _ of aligned.ending(Math.min(before.tail, longestTail * facts.sampleRate)));
    } while (analysis.again?.());
    learnt.set(index, analysis.finish());
  }
  return learnt;
}

/** Targets that settings of a chain miss on the material that was analysed, in words. */
export const missed = (
  chain: Chain,
  learnt: ReadonlyMap<number, Learnt>,
  resources: Resources = {},
): string[] =>
  activeSettings(chain, "audio", resources).active.flatMap(({ index, effect, values }) => {
    const lesson = learnt.get(index);
    return (lesson && effect.misses?.(values, lesson)) ?? [];
  });

const blockSize = 16_384;

/** Learns from a material that is all in memory; it is not changed. Yields after each block. */
export function* learnTurns(
  chain: Chain,
  planes: readonly Float32Array[],
  { sampleRate, mask }: Pick<AudioContextFacts, "sampleRate" | "mask">,
  resources: Resources = {},
): Generator<void, ReadonlyMap<number, Learnt>> {
  const lessons = learning(chain, { sampleRate, channels: planes.length, mask }, resources);
  for (;;) {
    const { value, done } = lessons.next();
    if (done) return value;
    for (let at = 0; at < planes[0].length; at += blockSize) {
      const block = planes.map((p) => p.slice(at, at + blockSize));
      value(block, block[0].length);
      yield;
    }
  }
}

/** The settings that decide what a chain learns of a material: up to the last one that must hear all of it. */
export function lesson(chain: Chain, resources: Resources = {}): readonly EffectSetting[] {
  const last = activeSettings(chain, "audio", resources).active.findLast(({ effect }) => mustLearn(effect));
  return last ? chain.settings.slice(0, last.index + 1) : [];
}
