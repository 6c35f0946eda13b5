import { type AudioProcessor, type SectionCascade } from "../effects/define";
import { longestBlock, type AudioContextFacts } from "../signal/block";
import { KernelInstance } from "../kernels/instance";
import { planeIn } from "../kernels/plane";
import { cascade } from "../signal/biquad";
import { type Section } from "../kernels/cascade";
import { Hold } from "../signal/hold";
import { activeSettings, type Resources } from "./active";
import { Automated, type Moving } from "./automated";
import type { Chain } from "./model";

/** `wet = dry + (wet − dry) · share`, in place; nothing is computed at either end, so that both are exact. */
function mixInto(
  wet: readonly Float32Array[],
  dry: readonly Float32Array[],
  share: number,
  frames: number,
  kernels?: KernelInstance,
): void {
  wet.forEach((w, c) => {
    const d = dry[c];
    if (share === 0) w.set(d.subarray(0, frames));
    else if (kernels) kernels.run.mixPlanes(w.byteOffset, d.byteOffset, frames, share);
    else for (let i = 0; i < frames; i++) w[i] = d[i] + (w[i] - d[i]) * share;
  });
}

/** Samples after which a part has settled. */
const settlingOf = ({ tail, settles = 0 }: Pick<AudioProcessor, "tail" | "settles">): number =>
  Math.max(tail, settles);

/** A processor with a dry path beside it, level-true and aligned to the sample. */
function withDryPath(
  wet: AudioProcessor,
  share: number,
  { channels, kernels }: AudioContextFacts,
): AudioProcessor {
  if (share === 1) return wet;
  const hold = new Hold(wet.latency, channels, kernels);
  const planes = Array.from({ length: channels }, () => planeIn(kernels, longestBlock));
  return {
    latency: wet.latency,
    tail: wet.tail,
    settles: settlingOf(wet),
    process(blocks, frames) {
      const dry = planes.map((plane) => plane());
      dry.forEach((d, c) => d.set(frames === d.length ? blocks[c] : blocks[c].subarray(0, frames)));
      hold.process(dry, frames);
      wet.process(blocks, frames);
      mixInto(blocks, dry, share, frames, kernels);
    },
  };
}

/** An effect of a chain, and its share of the mix. */
interface Part {
  readonly made: AudioProcessor | SectionCascade;
  readonly share: number;
  /** Where its values move. */
  readonly moving: Pick<Moving, "setting" | "course"> | null;
  /** The same effect with other values, as far as it is sections. */
  sectionsOf(values: never): SectionCascade | null;
}

/** Sections as a processor that goes on with those of other values. */
function sectionProcessor({ made, sectionsOf }: Part, facts: AudioContextFacts): AudioProcessor {
  if (!("sections" in made)) return made;
  const run = cascade(made.sections, facts.channels, facts.kernels);
  return {
    latency: 0,
    tail: made.tail,
    settles: settlingOf(made),
    process: run,
    retune: (values: never) => run.retune(sectionsOf(values)!.sections),
  };
}

/** How long the sections of a setting go on at most, at any of its keyframes. */
function longestOf({
  made,
  moving,
  sectionsOf,
}: Part): Pick<AudioProcessor, "tail"> & { readonly settles: number } {
  const all = [made];
  if (moving && "sections" in made)
    for (const [key, lane] of Object.entries(moving.setting.motion.lanes))
      for (const { value } of lane)
        all.push(sectionsOf({ ...moving.setting.values, [key]: value } as never) ?? made);
  return { tail: Math.max(...all.map(({ tail }) => tail)), settles: Math.max(...all.map(settlingOf)) };
}

/** The parts as processors; neighbours that are sections alone, and whole, become one. */
function joined(parts: readonly Part[], facts: AudioContextFacts): AudioProcessor[] {
  const out: AudioProcessor[] = [];
  let sections: Section[] = [];
  let [tail, settles] = [0, 0];
  const close = () => {
    if (sections.length > 0)
      out.push({ latency: 0, tail, settles, process: cascade(sections, facts.channels, facts.kernels) });
    [sections, tail, settles] = [[], 0, 0];
  };
  for (const part of parts) {
    const { made, share, moving } = part;
    if (moving) {
      close();
      const before = out.reduce((sum, { latency }) => sum + latency, 0);
      const processor = sectionProcessor(part, facts);
      out.push(new Automated({ ...moving, ...longestOf(part), processor, before }, facts));
      continue;
    }
    if ("sections" in made && share === 1) {
      sections.push(...made.sections);
      tail += made.tail;
      settles += settlingOf(made);
      continue;
    }
    close();
    out.push(withDryPath(sectionProcessor(part, facts), share, facts));
  }
  close();
  return out;
}

export interface PreparedChain extends AudioProcessor {
  readonly settles: number;
  /** Reads `frames` samples from `from` on, silence beyond the source's end, and writes them from `to` on; what lies before the target's beginning or beyond its end is dropped. */
  through(
    source: readonly Float32Array[],
    from: number,
    target: readonly Float32Array[],
    to: number,
    frames: number,
  ): void;
  /** What goes in next is this sample of the material, such as where a loop begins anew; see `Course`. */
  seek(at: number): void;
  /** Effects and files that are not here, and effects that had nothing to learn from (see `learning`). */
  readonly missing: readonly string[];
  /** Nothing is done: what goes in comes out to the bit. */
  readonly isIdle: boolean;
}

/**
 * Makes a chain ready to run. `strength` in percent blends the whole chain with the untouched material, aligned to the
 * sample. Its blocks lie in a memory that it shares with its kernels, so that what is processed is copied there once,
 * and back.
 */
export const prepareAudioChain = (
  chain: Chain,
  strength: number,
  facts: AudioContextFacts,
  resources: Resources = {},
): PreparedChain =>
  prepare(chain, strength, { ...facts, kernels: KernelInstance.make() ?? undefined }, resources);

/** The same by the plain twins, as where kernels cannot run. */
export const preparePlainChain = (
  chain: Chain,
  strength: number,
  facts: Omit<AudioContextFacts, "kernels">,
  resources: Resources = {},
): PreparedChain => prepare(chain, strength, facts, resources);

/** Only how far a chain lags and goes on, and what is missing. */
export function chainFacts(
  chain: Chain,
  strength: number,
  facts: AudioContextFacts,
  resources: Resources = {},
): Omit<PreparedChain, "process" | "through" | "seek"> {
  const { latency, tail, settles, missing, isIdle } = preparePlainChain(chain, strength, facts, resources);
  return { latency, tail, settles, missing, isIdle };
}

function prepare(
  chain: Chain,
  strength: number,
  facts: AudioContextFacts,
  resources: Resources,
): PreparedChain {
  const { active, missing } = activeSettings(chain, "audio", resources);
  const { course } = resources;
  const parts = active.flatMap(({ index, effect, values, share, files, motion }): Part[] => {
    const learnt = resources.learnt?.get(index) ?? null;
    if (effect.analyse && !learnt) {
      missing.push(`${effect.id}, which has to hear the whole material first`);
      return [];
    }
    const given = { files, learnt };
    const setting = motion && { effect: effect.id, values, on: true, mix: 100 * share, motion };
    return [
      {
        made: effect.create(values, facts, given),
        share,
        moving: setting ? { setting, ...(course && { course }) } : null,
        sectionsOf(other) {
          const made = effect.create(other, facts, given);
          return "sections" in made ? made : null;
        },
      },
    ];
  });
  const share = Math.min(100, Math.max(0, strength)) / 100;
  const processors = share > 0 ? joined(parts, facts) : [];
  const series: AudioProcessor = {
    latency: processors.reduce((sum, p) => sum + p.latency, 0),
    tail: processors.reduce((sum, p) => sum + p.tail, 0),
    settles: processors.reduce((sum, p) => sum + settlingOf(p), 0),
    process: (blocks, frames) => processors.forEach((part) => part.process(blocks, frames)),
  };
  const whole = withDryPath(series, share, facts);
  const planes = Array.from({ length: facts.channels }, () => planeIn(facts.kernels, longestBlock));
  const through: PreparedChain["through"] = (source, from, target, to, frames) => {
    const blocks = planes.map((plane) => plane());
    for (let done = 0; done < frames; done += longestBlock) {
      const run = Math.min(longestBlock, frames - done);
      const have = Math.max(0, Math.min(run, source[0].length - from - done));
      const [first, last] = [
        Math.max(0, -(to + done)),
        Math.max(0, Math.min(run, target[0].length - to - done)),
      ];
      blocks.forEach((block, c) => {
        block.set(source[c].subarray(from + done, from + done + have));
        if (have < run) block.fill(0, have, run);
      });
      whole.process(blocks, run);
      if (first < last)
        blocks.forEach((block, c) =>
          target[c].set(
            first === 0 && last === longestBlock ? block : block.subarray(first, last),
            to + done + first,
          ),
        );
    }
  };
  return {
    latency: whole.latency,
    tail: whole.tail,
    settles: settlingOf(whole),
    missing,
    isIdle: processors.length === 0,
    through,
    seek: (at) => processors.forEach((part) => part instanceof Automated && part.seek(at)),
    process(channels, frames) {
      if (processors.length > 0) through(channels, 0, channels, 0, frames);
    },
  };
}
