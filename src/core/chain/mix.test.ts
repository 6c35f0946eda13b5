import { describe, expect, it } from "vitest";
import type { Chain } from "./model";
import { findEffect } from "../effects/registry";
import { streamMix } from "./mix-stream";
import {
  linearGain,
  materialWindow,
  mixLength,
  nodeTime,
  planMix,
  runMix,
  toSides,
  type MixNode,
} from "./mix";
import { renderAudio } from "./run-audio";

const rate = 8000;
const none: Chain = { medium: "audio", settings: [] };
const chainOf = (effect: string, values: Record<string, number | string>, mix = 100): Chain => ({
  medium: "audio",
  settings: [{ effect: `audio.${effect}`, values, on: true, mix }],
});
const gain = (decibels: number) => chainOf("gain", { gain: decibels });

const noise = (seed: number, length: number) => {
  let state = seed;
  return Float32Array.from(
    { length },
    () => ((state = (state * 1103515245 + 12345) % 2147483648) / 2147483648 - 0.5) * 0.8,
  );
};
const sounds: Record<string, Float32Array[]> = {
  a: [noise(1, 4000)],
  b: [noise(2, 4000)],
  wide: [noise(3, 4000), noise(4, 4000)],
};

const node = (id: string, more: Partial<MixNode> = {}): MixNode => ({
  id,
  chain: none,
  strength: 100,
  material: null,
  feeds: null,
  sends: [],
  muted: false,
  soloed: false,
  ...more,
});
const clip = (id: string, sound: string, more: Partial<MixNode> = {}, at = 0): MixNode =>
  node(id, { material: { at, sampleRate: rate, channels: sounds[sound].length, frames: 4000 }, ...more });

function mix(nodes: readonly MixNode[], start = 0, end = 4000, root: string | null = null) {
  const plan = planMix(nodes, { start, end }, rate, root);
  return runMix(plan, (step) => {
    const { start: from, end: to } = materialWindow(step);
    return sounds[step.node.id.replace(/\d/, "")].map((plane) => plane.subarray(from, to));
  });
}
const peak = (planes: readonly Float32Array[]) =>
  Math.max(...planes.map((p) => p.reduce((m, v) => Math.max(m, Math.abs(v)), 0)));
const expectSame = (made: readonly Float32Array[], wanted: readonly Float32Array[], to = 1e-6) => {
  expect(made.map((p) => p.length)).toEqual(wanted.map((p) => p.length));
  expect(peak(made.map((p, c) => p.map((v, i) => v - wanted[c][i])))).toBeLessThan(to);
};
const both = (plane: Float32Array) => [plane, plane];

describe("summing", () => {
  it("two aligned copies are 6.02 dB louder (common practice, no source)", () => {
    const [left] = mix([clip("a", "a"), clip("a2", "a")]);
    expect(20 * Math.log10(peak([left]) / peak(sounds.a))).toBeCloseTo(6.0206, 4);
  });
  it("mono goes to both sides, stereo stays as it is", () =>
    expectSame(
      mix([clip("wide", "wide"), clip("a", "a")]),
      sounds.wide.map((p) => p.map((v, i) => v + sounds.a[0][i])),
    ));
  it("of more channels the odd ones go to the left and the even ones to the right", () => {
    const planes = [1, 2, 4, 8, 16].map((v) => Float32Array.of(v, -v));
    expect(toSides(planes).map((side) => [...side])).toEqual([
      [21, -21],
      [10, -10],
    ]);
    expect(toSides(planes.slice(0, 2))).toEqual(planes.slice(0, 2));
  });
  it("a clip sounds from where it begins on", () => {
    const [left] = mix([clip("a", "a", {}, 0.1)], 0, 1000);
    expect(left.subarray(0, 800)).toEqual(new Float32Array(800));
    expect(left.subarray(800)).toEqual(sounds.a[0].subarray(0, 200));
  });
  it("nothing is computed of what does not sound in the window", () => {
    const plan = planMix(
      [clip("a", "a", { feeds: "bus" }), clip("b", "b", { feeds: "bus" }, 10), node("bus")],
      { start: 0, end: 1000 },
      rate,
    );
    expect(plan.steps.map((s) => s.node.id)).toEqual(["a", "bus"]);
    expect(mixLength([clip("a", "a"), clip("b", "b", {}, 10)])).toBe(10.5);
  });
  it("silence is silence", () => expect(peak(mix([node("bus"), clip("a", "a", { muted: true })]))).toBe(0));
});

describe("routing", () => {
  it("a chain on a bus works on the sum of what feeds it, as if that sum were material", () => {
    const delay = chainOf("delay", { time: 20, feedback: 30 }, 50);
    const sum = sounds.a[0].map((v, i) => v + sounds.b[0][i]);
    const wanted = renderAudio(delay, { planes: both(sum), sampleRate: rate }).planes;
    expectSame(
      mix([
        clip("a", "a", { feeds: "bus" }),
        clip("b", "b", { feeds: "bus" }),
        node("bus", { chain: delay }),
      ]),
      wanted,
    );
  });
  it("goes through tracks, buses and the output one after another, levels adding up in dB", () => {
    const nodes = [
      clip("a", "a", { feeds: "track", chain: gain(-3) }),
      node("track", { feeds: "bus", chain: gain(-2) }),
      node("bus", { feeds: "out", chain: gain(4) }),
      node("out", { chain: gain(-5) }),
    ];
    expectSame(mix(nodes), both(sounds.a[0].map((v) => v * linearGain(-6))));
  });
  it("sends a treated share to a return, beside its own way", () => {
    const nodes = [
      clip("a", "a", { chain: gain(-6), sends: [{ to: "plate", level: -12 }] }),
      node("plate", { chain: gain(3) }),
    ];
    expectSame(mix(nodes), both(sounds.a[0].map((v) => v * linearGain(-6) * (1 + linearGain(-9)))));
  });
  it("one node can be heard by itself, with all that feeds it", () => {
    const nodes = [
      clip("a", "a", { feeds: "bus" }),
      clip("b", "b"),
      node("bus", { chain: gain(-6), feeds: "out" }),
      node("out", { chain: gain(20) }),
    ];
    expectSame(mix(nodes, 0, 4000, "bus"), both(sounds.a[0].map((v) => v * linearGain(-6))));
  });
  it("strength blends a group's chain as it does a clip's", () => {
    const nodes = [clip("a", "a", { feeds: "bus" }), node("bus", { chain: gain(-20), strength: 50 })];
    expectSame(mix(nodes), both(sounds.a[0].map((v) => v * (0.5 + 0.5 * linearGain(-20)))));
  });
});

describe("muting and soloing", () => {
  const nodes = (more: Record<string, Partial<MixNode>>) => [
    clip("a", "a", { feeds: "bus", sends: [{ to: "plate", level: 0 }], ...more.a }),
    clip("b", "b", { feeds: "bus", ...more.b }),
    clip("wide", "wide", { feeds: "out", ...more.wide }),
    node("bus", { feeds: "out", ...more.bus }),
    node("plate", { feeds: "out", ...more.plate }),
    node("out", { ...more.out }),
  ];
  const {
    a: [a],
    b: [b],
    wide,
  } = sounds;
  const sum = (...parts: (readonly Float32Array[])[]) =>
    [0, 1].map((c) => a.map((_, i) => parts.reduce((s, p) => s + p[c][i], 0)));
  it.each<[string, Record<string, Partial<MixNode>>, (readonly Float32Array[])[]]>([
    ["a muted clip is silent, its sends too", { a: { muted: true } }, [both(b), wide]],
    [
      "a muted bus silences what feeds it, not what they send elsewhere",
      { bus: { muted: true } },
      [both(a), wide],
    ],
    ["a muted output is silence", { out: { muted: true } }, []],
    ["a soloed clip is heard through its bus and its return", { a: { soloed: true } }, [both(a), both(a)]],
    ["a soloed bus brings all that feeds it", { bus: { soloed: true } }, [both(a), both(a), both(b)]],
    ["a soloed return is heard with what is sent to it alone", { plate: { soloed: true } }, [both(a)]],
    ["two soloed are both heard", { b: { soloed: true }, wide: { soloed: true } }, [both(b), wide]],
    ["muted wins over soloed", { b: { soloed: true, muted: true } }, []],
    ["a soloed output changes nothing", { out: { soloed: true } }, [both(a), both(a), both(b), wide]],
  ])("%s", (_, more, heard) => expectSame(mix(nodes(more)), sum(...heard)));
});

describe("windows", () => {
  const echo = chainOf("delay", { time: 50, feedback: 60 }, 40);
  const nodes = [
    clip("a", "a", { chain: chainOf("high-pass", { cutoff: 300, slope: "12" }), feeds: "bus" }, 0.05),
    clip("b", "b", { feeds: "bus" }, 0.2),
    node("bus", { chain: echo }),
  ];
  it("a part is what the whole holds there: repeats and filters are settled, however the mix is cut", () => {
    const whole = mix(nodes, 0, 8000);
    for (const [start, end] of [
      [0, 100],
      [399, 401],
      [1500, 4200],
      [5000, 8000],
    ])
      expectSame(
        mix(nodes, start, end),
        whole.map((p) => p.subarray(start, end)),
        1e-5,
      );
  });
  it("material at another rate lands where its own time says", () => {
    // A slow sine is the same sine at 8 kHz, shifted by where the clip begins.
    const source = Float32Array.from({ length: 22_050 }, (_, i) =>
      Math.sin((2 * Math.PI * 110 * i) / 11_025),
    );
    const at = node("s", { material: { at: 0.25, sampleRate: 11_025, channels: 1, frames: source.length } });
    const plan = planMix([at], { start: 4000, end: 8000 }, rate);
    const [left] = runMix(plan, (step) => [
      source.subarray(materialWindow(step).start, materialWindow(step).end),
    ]);
    left.forEach((v, i) =>
      expect(v).toBeCloseTo(Math.sin(2 * Math.PI * 110 * ((4000 + i) / rate - 0.25)), 4),
    );
  });
  it("what is remembered is used again, and only for the same", () => {
    const kept = new Map<string, Float32Array[]>();
    let made = 0;
    const remember = (key: string, make: () => Float32Array[]) => {
      if (!kept.has(key)) {
        made++;
        kept.set(key, make());
      }
      return kept.get(key)!;
    };
    const run = (list: readonly MixNode[]) =>
      runMix(
        planMix(list, { start: 0, end: 2000 }, rate),
        (step) =>
          sounds[step.node.id].map((p) => p.subarray(materialWindow(step).start, materialWindow(step).end)),
        { remember },
      );
    const first = run(nodes);
    expect(made).toBe(3);
    expectSame(run(nodes), first);
    expect(made).toBe(3);
    // Only the bus depends on the bus's chain; a clip's change reaches the bus.
    run([nodes[0], nodes[1], { ...nodes[2], strength: 50 }]);
    expect(made).toBe(4);
    run([{ ...nodes[0], chain: gain(1) }, nodes[1], nodes[2]]);
    expect(made).toBe(6);
  });
});

describe("as a stream", () => {
  const lag = { ...findEffect("audio.gain")!, id: "test.lag", create: () => lagging(37) } as NonNullable<
    ReturnType<typeof findEffect>
  >;
  const lookup = (id: string) => (id === "test.lag" ? lag : findEffect(id));
  const late: Chain = { medium: "audio", settings: [{ effect: "test.lag", values: {}, on: true, mix: 100 }] };
  const echo = chainOf("delay", { time: 50, feedback: 60 }, 40);
  const nodes = [
    clip(
      "a",
      "a",
      {
        chain: chainOf("high-pass", { cutoff: 300, slope: "12" }),
        feeds: "bus",
        sends: [{ to: "back", level: -6 }],
      },
      0.05,
    ),
    clip("b", "b", { feeds: "bus", chain: late }, 0.2),
    clip("wide", "wide", { feeds: "out", muted: true }),
    node("bus", { chain: echo, feeds: "out" }),
    node("back", { chain: late, feeds: "out" }),
    node("out", { chain: gain(-3) }),
  ];
  const stream = (list: readonly MixNode[], root: string | null = null) =>
    streamMix(
      list,
      rate,
      root,
      async (n, { start, end }) => sounds[n.id].map((plane) => plane.subarray(start, end)),
      () => ({ lookup }),
    );
  async function pull(of: ReturnType<typeof stream>, sizes: readonly number[]) {
    const blocks: Float32Array[][] = [];
    for (const size of sizes) blocks.push(await of.next(size));
    return [0, 1].map((c) => Float32Array.from(blocks.flatMap((b) => [...b[c]])));
  }
  it.each([null, "bus", "back", "out"])(
    "is what the window over all of it holds, for %s, latencies on parallel ways included",
    async (root) => {
      const plan = planMix(nodes, { start: 0, end: 8000 }, rate, root, () => ({ lookup }));
      const whole = runMix(
        plan,
        (step) =>
          sounds[step.node.id].map((p) => p.subarray(materialWindow(step).start, materialWindow(step).end)),
        { resourcesOf: () => ({ lookup }) },
      );
      expectSame(await pull(stream(nodes, root), [8000]), whole, 1e-6);
    },
  );
  it("is the same to the bit in pieces of any size", async () => {
    expect(await pull(stream(nodes), [1, 399, 2, 3000, 598, 4000])).toEqual(
      await pull(stream(nodes), [8000]),
    );
  });
  it("converts rates as it goes", async () => {
    const source = Float32Array.from({ length: 22_050 }, (_, i) =>
      Math.sin((2 * Math.PI * 110 * i) / 11_025),
    );
    const other = node("s", {
      material: { at: 0.25, sampleRate: 11_025, channels: 1, frames: source.length },
    });
    const made = await pull(streamMixOf(source, other), [1500, 700, 3333, 2467]);
    made[0]
      .subarray(4000)
      .forEach((v, i) => expect(v).toBeCloseTo(Math.sin(2 * Math.PI * 110 * ((4000 + i) / rate - 0.25)), 4));
  });
  const streamMixOf = (source: Float32Array, other: MixNode) =>
    streamMix([other], rate, null, async (_, { start, end }) => [source.subarray(start, end)]);
});

/** A processor that only holds sound back. */
function lagging(samples: number) {
  const lines = [0, 1].map(() => Array<number>(samples).fill(0));
  return {
    latency: samples,
    tail: 0,
    process(channels: readonly Float32Array[], frames: number) {
      channels.forEach((x, c) => {
        for (let i = 0; i < frames; i++) {
          lines[c].push(x[i]);
          x[i] = lines[c].shift()!;
        }
      });
    },
  };
}

describe("time as keyframes count it", () => {
  const nodes = [
    clip("a", "a", { feeds: "bus" }, 1),
    clip("b", "b", { sends: [{ to: "back", level: -6 }] }, 2),
    clip("a2", "a", {}, 9),
    node("bus", { feeds: "out" }),
    node("back", { feeds: "out" }),
    node("out"),
    node("alone"),
  ];
  const seconds = (id: string, of = nodes) => {
    const { frames, rate: hundredths } = nodeTime(
      of,
      of.find((one) => one.id === id)!,
      rate,
    );
    return (frames * hundredths[1]) / hundredths[0];
  };

  it("is a clip's own, and from the beginning of the timeline to the end of the last clip that can reach a group", () => {
    expect(seconds("a")).toBeCloseTo(0.5, 9);
    expect(seconds("bus")).toBeCloseTo(1.5, 9);
    // By what is sent to it, and by what reaches what feeds it.
    expect(seconds("back")).toBeCloseTo(2.5, 9);
    expect(seconds("out")).toBeCloseTo(2.5, 9);
    // One hundredth, the least there is.
    expect(seconds("alone")).toBeCloseTo(0.01, 9);
  });

  it("stays the same whatever is muted or heard alone", () => {
    for (const change of [{ muted: true }, { soloed: true }])
      for (const id of nodes.map((one) => one.id))
        for (const changed of nodes.map((one) => one.id))
          expect(
            seconds(
              id,
              nodes.map((one) => (one.id === changed ? { ...one, ...change } : one)),
            ),
            `${id} where ${changed} is`,
          ).toBe(seconds(id));
  });
});
