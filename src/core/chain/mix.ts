import { fadeEdges, type Part } from "../media/part";
import { resample, resampleNeeds } from "../signal/resample";
import type { Resources } from "./active";
import { soundTime, type Course } from "./automated";
import { extentOf, type ClipTime } from "./keyframes";
import { isMoving } from "./motion";
import type { Chain } from "./model";
import { chainFacts, prepareAudioChain } from "./prepare-audio";
import { atOnce } from "./turns";

/** Sound on the timeline: where it begins, and what it is. */
interface MixMaterial {
  /** Seconds. */
  readonly at: number;
  readonly sampleRate: number;
  readonly channels: number;
  /** Loudspeakers of the channels, where they are named. */
  readonly mask?: number;
  readonly frames: number;
  /** What of a file these frames are, where they are not all of it, and how many that has. */
  readonly part?: Part;
  readonly whole?: number;
}

/** A clip (with material) or a track, bus, return or output (without) of a mix. */
export interface MixNode {
  readonly id: string;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly material: MixMaterial | null;
  /** The node that its sound goes to; null goes straight out. */
  readonly feeds: string | null;
  /** Shares of its treated sound that also go to returns, in dB. */
  readonly sends: readonly { readonly to: string; readonly level: number }[];
  readonly muted: boolean;
  readonly soloed: boolean;
}

/** Samples of the mix, or of a material, from `start` up to `end`. */
export interface Window {
  readonly start: number;
  readonly end: number;
}

interface Step {
  readonly node: MixNode;
  /** What of its output is wanted, in samples of the mix. */
  readonly out: Window;
  /** What goes into its chain: for a clip in samples of its material, else of the mix. */
  readonly input: Window;
  /** Where that begins, for what moves by keyframes. */
  readonly course: Course;
  /** Samples by which its chain lags. */
  readonly latency: number;
  /** Whose output it sums, at which linear level. */
  readonly sources: readonly { readonly id: string; readonly gain: number }[];
}

export interface MixPlan {
  readonly sampleRate: number;
  readonly window: Window;
  /** In the order of the computation: what is summed comes before what sums it. */
  readonly steps: readonly Step[];
  /** What is heard: the outputs of these, summed. */
  readonly heard: readonly string[];
  /** Effects that are unknown here. */
  readonly missing: readonly string[];
}

/** A mix has two channels: mono goes to both, of more than two the odd ones go left and the even ones right (no standard). */
export const sides = 2;
/** Longest run-up of a chain before the window, in seconds; see `renderLoop`. */
const longestRunUp = 8;

export const linearGain = (decibels: number): number => 10 ** (decibels / 20);

const union = (a: Window | undefined, b: Window): Window =>
  a ? { start: Math.min(a.start, b.start), end: Math.max(a.end, b.end) } : b;

/** A way that sound takes in a mix; `to` null is straight out. */
export interface Connection {
  readonly from: string;
  readonly to: string | null;
  /** Linear. */
  readonly gain: number;
}

/**
 * The ways on which sound flows. Muted nodes are silent. With something soloed only that, what feeds it and what it
 * feeds are heard, and returns as far as they get sound from these. Pre: nodes feed each other without circles.
 */
export function connections(nodes: readonly MixNode[]): Connection[] {
  const byId = new Map(nodes.map((node) => [node.id, node]));
  /** A node and all that its sound passes through. */
  const path = (node: MixNode): MixNode[] => {
    const fed = node.feeds === null ? undefined : byId.get(node.feeds);
    return fed ? [node, ...path(fed)] : [node];
  };
  const soloing = nodes.some((node) => node.soloed);
  const isSoloed = (node: MixNode) => path(node).some((n) => n.soloed);
  const found: Connection[] = [];
  for (const node of nodes) {
    if (node.muted) continue;
    // A group passes on what reaches it; whether that is anything has been decided at its sources.
    const passes = !soloing || node.material === null || isSoloed(node);
    if (passes) found.push({ from: node.id, to: node.feeds, gain: 1 });
    for (const { to, level } of node.sends) {
      const back = byId.get(to);
      // A soloed return is heard with what is sent to it, though not its source's own way.
      if (back && (passes || isSoloed(back))) found.push({ from: node.id, to, gain: linearGain(level) });
    }
  }
  return found;
}

/** The ids of what is heard, a mix or one node of it (`root`), and of everything whose sound reaches that. */
export function reaching(
  nodes: readonly MixNode[],
  ways: readonly Connection[],
  root: string | null,
): { readonly heard: readonly string[]; readonly needed: ReadonlySet<string> } {
  const heard =
    root === null
      ? ways.filter((e) => e.to === null).map((e) => e.from)
      : nodes.some((n) => n.id === root)
        ? [root]
        : [];
  const needed = new Set<string>();
  const collect = (id: string) => {
    if (needed.has(id)) return;
    needed.add(id);
    for (const way of ways) if (way.to === id) collect(way.from);
  };
  heard.forEach(collect);
  return { heard, needed };
}

/** The nodes whose sound can reach one, itself among them: what is muted now may be heard later, and moves nothing. */
function feeding(nodes: readonly MixNode[], id: string): ReadonlySet<string> {
  const found = new Set([id]);
  for (const one of found)
    for (const node of nodes)
      if (node.feeds === one || node.sends.some(({ to }) => to === one)) found.add(node.id);
  return found;
}

/**
 * A node as keyframes count it: a clip from its own beginning to its end, what others feed from the beginning of the
 * timeline to the end of the last clip that can reach it.
 */
export function nodeTime(nodes: readonly MixNode[], { id, material }: MixNode, sampleRate: number): ClipTime {
  if (material) return soundTime(material.frames, material.sampleRate);
  const reach = feeding(nodes, id);
  const seconds = mixLength(nodes.filter((node) => reach.has(node.id)));
  return soundTime(Math.ceil(seconds * sampleRate), sampleRate);
}

/** Where in its time a node's chain begins, at its `start`-th sample. */
export const courseIn = (
  nodes: readonly MixNode[],
  node: MixNode,
  start: number,
  sampleRate: number,
): Course => ({
  start,
  // What does not move is the same wherever it ends.
  ...(node.material || isMoving(node.chain)
    ? extentOf(nodeTime(nodes, node, sampleRate))
    : { length: [0, 1] as const }),
});

/**
 * Says what of which node has to be computed to hear a mix, or one node of it (`root`), over a window of the timeline.
 * Pre: nodes feed each other without circles.
 */
export function planMix(
  nodes: readonly MixNode[],
  window: Window,
  sampleRate: number,
  root: string | null = null,
  resourcesOf: ResourcesOf = noResources,
): MixPlan {
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const edges = connections(nodes);
  // From what is heard back to the sources; each node once, after all that want something of it.
  const wanted = new Map<string, Window>();
  const { heard, needed } = reaching(nodes, edges, root);
  for (const id of heard) wanted.set(id, window);
  const order: MixNode[] = [];
  const placed = new Set<string>();
  const place = (id: string) => {
    if (placed.has(id)) return;
    placed.add(id);
    for (const edge of edges) if (edge.from === id && edge.to !== null && needed.has(edge.to)) place(edge.to);
    order.push(byId.get(id)!);
  };
  needed.forEach(place);

  const steps: Step[] = [];
  const missing = new Set<string>();
  for (const node of order) {
    const out = wanted.get(node.id);
    if (!out) continue;
    const { material } = node;
    const rate = material?.sampleRate ?? sampleRate;
    const {
      latency,
      tail,
      settles,
      missing: unknown,
    } = chainFacts(
      node.chain,
      node.strength,
      { sampleRate: rate, channels: material?.channels ?? sides },
      resourcesOf(node),
    );
    unknown.forEach((id) => missing.add(id));
    const runUp = Math.ceil(Math.min(settles, longestRunUp * rate));
    const sources = edges.filter((e) => e.to === node.id).map(({ from, gain }) => ({ id: from, gain }));
    if (material) {
      const began = Math.round(material.at * sampleRate);
      const own = resampleNeeds(rate, sampleRate, out.start - began, out.end - began);
      const last = material.frames + latency + tail;
      // Nothing of it sounds within the window.
      if (own.end <= 0 || own.start >= last) continue;
      steps.push({
        node,
        out,
        input: { start: own.start - runUp, end: own.end + latency },
        course: courseIn(nodes, node, own.start - runUp, sampleRate),
        latency,
        sources: [],
      });
      continue;
    }
    if (sources.length === 0) continue;
    const input = { start: out.start - runUp, end: out.end + latency };
    for (const { id } of sources) wanted.set(id, union(wanted.get(id), input));
    const course = courseIn(nodes, node, input.start, sampleRate);
    steps.push({ node, out, input, course, latency, sources });
  }
  steps.reverse();
  const computed = new Set(steps.map((s) => s.node.id));
  return { sampleRate, window, steps, heard: heard.filter((id) => computed.has(id)), missing: [...missing] };
}

/**
 * What a node's chain needs besides its values. What has to hear everything first has heard the material of a clip; a
 * track, bus, return or output has no material of its own, so there such effects are missing.
 */
export type ResourcesOf = (node: MixNode) => Resources;
export const noResources: ResourcesOf = () => ({});

/** What has to be read of a clip's material; `frames` beyond its ends are silence. */
export const materialWindow = ({ input, node }: Step): Window => ({
  start: Math.max(0, input.start),
  end: Math.max(0, Math.min(node.material!.frames, input.end)),
});

/** Runs a chain over planes and gives what is left after the run-up and the latency. */
function runChain(
  node: MixNode,
  planes: Float32Array[],
  sampleRate: number,
  skip: number,
  resources: Resources,
): Float32Array[] {
  const { chain, strength } = node;
  if (chain.settings.length === 0 || strength === 0)
    return skip === 0 ? planes : planes.map((p) => p.subarray(skip));
  const processor = prepareAudioChain(chain, strength, { sampleRate, channels: planes.length }, resources);
  processor.process(planes, planes[0].length);
  return planes.map((p) => p.subarray(skip));
}

/** Any number of channels as the two of a mix. */
export function toSides(planes: Float32Array[]): Float32Array[] {
  if (planes.length === 1) return [planes[0], planes[0]];
  if (planes.length === 2) return planes;
  return [0, 1].map((side) => {
    const sum = new Float32Array(planes[0].length);
    for (let c = side; c < planes.length; c += 2) for (let i = 0; i < sum.length; i++) sum[i] += planes[c][i];
    return sum;
  });
}

function clipStep(
  step: Step,
  read: readonly Float32Array[],
  sampleRate: number,
  resourcesOf: ResourcesOf,
): Float32Array[] {
  const { node, out, input, course, latency } = step;
  const { at, sampleRate: rate, channels, part } = node.material!;
  const began = Math.round(at * sampleRate);
  const own = resampleNeeds(rate, sampleRate, out.start - began, out.end - began);
  const offset = materialWindow(step).start - input.start;
  const planes = Array.from({ length: channels }, (_, c) => {
    const plane = new Float32Array(input.end - input.start);
    plane.set(read[c], offset);
    if (part) fadeEdges(plane, input.start, part);
    return plane;
  });
  const treated = runChain(node, planes, rate, own.start - input.start + latency, {
    ...resourcesOf(node),
    course,
  }).map((plane) => resample(plane, own.start, rate, sampleRate, out.start - began, out.end - began));
  return toSides(treated);
}

/** Adds a part of one window to another. */
function addInto(
  to: readonly Float32Array[],
  window: Window,
  from: readonly Float32Array[],
  has: Window,
  gain: number,
): void {
  const start = Math.max(window.start, has.start);
  const length = Math.min(window.end, has.end) - start;
  to.forEach((plane, c) => {
    const [a, b] = [start - window.start, start - has.start];
    for (let i = 0; i < length; i++) plane[a + i] += gain * from[c][b + i];
  });
}

const silence = ({ start, end }: Window): Float32Array[] =>
  Array.from({ length: sides }, () => new Float32Array(end - start));

/**
 * Computes a planned mix. `read` gives the samples of a clip's material within `materialWindow` of its step, a plane a
 * channel. `remember` may keep what a step made: it is given a text that is the same only for the same result.
 * Returns two planes over the plan's window.
 */
export function runMix(...given: Parameters<typeof mixTurns>): Float32Array[] {
  return atOnce(mixTurns(...given));
}

/** The same in turns, one a node. */
export function* mixTurns(
  plan: MixPlan,
  read: (step: Step) => readonly Float32Array[],
  {
    resourcesOf = noResources,
    remember = (_key, make) => make(),
  }: {
    resourcesOf?: ResourcesOf;
    remember?: (key: string, make: () => Float32Array[]) => Float32Array[];
  } = {},
): Generator<void, Float32Array[]> {
  const made = new Map<string, { key: string; planes: readonly Float32Array[]; has: Window }>();
  for (const step of plan.steps) {
    const { node, out, input, course, latency, sources } = step;
    const parts = sources.flatMap(({ id, gain }) => (made.has(id) ? [{ ...made.get(id)!, gain }] : []));
    const key = JSON.stringify([
      node.id,
      node.chain,
      node.strength,
      node.material,
      plan.sampleRate,
      out,
      input,
      course,
      parts.map((p) => [p.key, p.gain]),
    ]);
    const planes = remember(key, () => {
      if (node.material) return clipStep(step, read(step), plan.sampleRate, resourcesOf);
      const sum = silence(input);
      for (const { planes, has, gain } of parts) addInto(sum, input, planes, has, gain);
      const length = out.end - out.start;
      return runChain(node, sum, plan.sampleRate, out.start - input.start + latency, {
        ...resourcesOf(node),
        course,
      }).map((p) => p.subarray(0, length));
    });
    made.set(node.id, { key, planes, has: out });
    yield;
  }
  const mix = silence(plan.window);
  for (const id of plan.heard) {
    const { planes, has } = made.get(id)!;
    addInto(mix, plan.window, planes, has, 1);
  }
  return mix;
}

/** Where the last clip ends, in seconds. */
export const mixLength = (nodes: readonly MixNode[]): number =>
  nodes.reduce(
    (end, { material }) =>
      material ? Math.max(end, material.at + material.frames / material.sampleRate) : end,
    0,
  );
