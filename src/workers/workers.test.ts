import { beforeAll, describe, expect, it, vi } from "vitest";
import { noise } from "../../testing/signals";
import type { Chain, EffectSetting, Json } from "@/core/chain/model";
import { renderCodes } from "@/core/chain/render-codes";
import { renderAudio } from "@/core/chain/run-audio";
import { integratedLoudness } from "@/core/measure/loudness";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import { likeness, packImprint } from "@/core/measure/likeness";
import type { AlikeAnswer, AlikeAnswered, AlikeAsked, AlikeQuestion } from "./alike-messages";
import type { RenderAnswer, Rendered, RenderJob } from "./render-messages";
import { firstDifference } from "../../testing/difference";

/*
 * The workers' own modules, run in this thread: each believes that `self` is its worker, and talks to it by messages and
 * ports as it does in a browser.
 */
interface FakeSelf {
  addEventListener(): void;
  onmessage: ((event: { data: unknown; ports: readonly MessagePort[] }) => void) | null;
  postMessage(message: unknown): void;
}

const set = (effect: string, values: Record<string, Json> = {}): EffectSetting => ({
  effect,
  values,
  on: true,
  mix: 100,
});
const look = (...settings: EffectSetting[]): Chain => ({ medium: "image", settings });
const sound = (...settings: EffectSetting[]): Chain => ({ medium: "audio", settings });

const [width, height] = [640, 500];
const picture = Uint16Array.from(
  { length: width * height * 3 },
  (_, i) => 32_768 + 30_000 * Math.sin(i * 0.0007) * Math.cos(i * 0.011),
);
const rate = 48_000;
const clip = noise(6 * rate, 3, 0.1).map((v, i) => (i < 3 * rate ? v : v / 10));
/** What a browser would fetch, by its address; how often each was asked for. */
const there: Record<string, ArrayBuffer> = { "/picture": picture.buffer, "/clip": clip.buffer.slice(0) };
const asked: string[] = [];

let renderer: FakeSelf;
let alike: FakeSelf;
let rows: FakeSelf;
const answers: RenderAnswer[] = [];
const waiting = new Map<number, (answer: RenderAnswer) => void>();

beforeAll(async () => {
  vi.stubGlobal("fetch", async (url: string) => {
    asked.push(url);
    const bytes = there[url.split("?")[0]];
    return bytes ? new Response(bytes.slice(0)) : new Response(null, { status: 404 });
  });
  const load = async (module: () => Promise<unknown>): Promise<FakeSelf> => {
    const self: FakeSelf = {
      addEventListener: () => undefined,
      onmessage: null,
      postMessage: (message) => {
        answers.push(message as RenderAnswer);
        waiting.get((message as RenderAnswer).id)?.(message as RenderAnswer);
      },
    };
    vi.stubGlobal("self", self);
    await module();
    return self;
  };
  rows = await load(() => import("./rows.worker"));
  // Node hands on up to a thousand messages before anything else has its turn; a browser takes one at a time.
  const RealChannel = globalThis.MessageChannel;
  vi.stubGlobal(
    "MessageChannel",
    class {
      readonly port2 = { onmessage: null as (() => void) | null };
      readonly port1 = { postMessage: () => void setImmediate(() => this.port2.onmessage?.()) };
    },
  );
  renderer = await load(() => import("./render.worker"));
  alike = await load(() => import("./alike.worker"));
  vi.stubGlobal("MessageChannel", RealChannel);
});

let last = 0;
type Ask = RenderJob extends infer Job ? (Job extends RenderJob ? Omit<Job, "id"> : never) : never;
function send(job: Ask): Promise<RenderAnswer> {
  const id = ++last;
  const answer = new Promise<RenderAnswer>((resolve) => waiting.set(id, resolve));
  renderer.onmessage!({ data: { ...job, id }, ports: [] });
  return answer;
}
async function rendered<Kind extends Rendered["kind"]>(
  kind: Kind,
  job: Ask,
): Promise<Extract<Rendered, { kind: Kind }>> {
  const answer = await send(job);
  if (!("rendered" in answer) || answer.rendered.kind !== kind)
    throw new Error(JSON.stringify(answer).slice(0, 200));
  return answer.rendered as Extract<Rendered, { kind: Kind }>;
}
const source = { url: "/picture", width, height };
const pictureJob = (place: string, chain: Chain): Ask => ({
  kind: "picture",
  place,
  chain,
  strength: 100,
  source,
});
const material = { url: "/clip", channels: 1, frames: clip.length, sampleRate: rate };
const loopJob = (chain: Chain): Ask => ({
  kind: "loop",
  place: "viewer",
  chain,
  strength: 100,
  source: material,
  start: 3 * rate,
  end: 4 * rate,
});
const slow = look(
  set("image.haze-removal"),
  set("image.glow"),
  set("image.local-contrast"),
  set("image.blur", { radius: 5 }),
);
const plain = look(set("image.exposure", { exposure: 0.5 }), set("image.sharpen", { radius: 0.3 }));
const soon = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

describe("the rendering worker", () => {
  it("renders pictures as the core does, alone or with a helper, to the bit", async () => {
    const wanted = (
      await renderCodes(
        { chain: plain, strength: 100, resources: {}, bits: 8 },
        { ...source, channels: 3, codes: picture },
        () => undefined,
      )
    ).picture.codes;
    expect(
      firstDifference((await rendered("picture", pictureJob("viewer", plain))).codes, wanted),
    ).toBeNull();
    const { port1, port2 } = new MessageChannel();
    rows.onmessage!({ data: "port", ports: [port1] });
    renderer.onmessage!({ data: { kind: "helper" }, ports: [port2] });
    expect(
      firstDifference((await rendered("picture", pictureJob("viewer", plain))).codes, wanted),
    ).toBeNull();
  });

  it("ends a job that a newer one for its place has overtaken, also while it runs", async () => {
    const first = send(pictureJob("viewer", slow));
    await soon(60);
    const second = send(pictureJob("viewer", slow));
    const third = send(pictureJob("viewer", plain));
    expect(await first).toEqual({ id: last - 2, superseded: true });
    expect(await second).toEqual({ id: last - 1, superseded: true });
    expect(await third).toHaveProperty("rendered");
  });

  it("lets the viewer's job go first, and loses none of the others", async () => {
    const lists = ["row 1", "row 2"].map((place) => send(pictureJob(place, slow)));
    await soon(60);
    const before = answers.length;
    const viewer = send(pictureJob("viewer", plain));
    await viewer;
    expect(
      answers
        .slice(before)
        .filter((a) => "rendered" in a)
        .map((a) => a.id),
    ).toEqual([last]);
    for (const list of lists) expect(await list).toHaveProperty("rendered");
  });

  it("renders a part at full size from the rows around it alone", async () => {
    const frame = { width: 4000, height: 3000 };
    there["/window"] = new Uint16Array(width * height * 3).fill(9000).buffer;
    const part = {
      url: "/window",
      frame,
      window: { left: 1000, top: 800, width: width - 128, height: height - 128 },
    };
    const made = await rendered("picture", {
      kind: "picture",
      place: "viewer",
      chain: look(set("image.sharpen", { radius: 0.01 })),
      strength: 100,
      source: part,
    });
    expect([made.width, made.height]).toEqual([width - 128, height - 128]);
    expect(asked.at(-1)).toBe(`/window?left=936&top=736&width=${width}&height=${height}`);
    expect(new Set(made.codes)).toEqual(new Set([made.codes[0], 255]));
    const far = await send({ kind: "picture", place: "viewer", chain: slow, strength: 100, source: part });
    expect(far).toMatchObject({ problem: expect.stringMatching(/looks at the whole picture/) as string });
  });

  it("learns from the whole material, and only once for what it learns from", async () => {
    const target = set("audio.loudness-target", { target: -20, ceiling: -1 });
    const whole = renderAudio(sound(target), { planes: [clip], sampleRate: rate }).planes[0].subarray(
      3 * rate,
      4 * rate,
    );
    const { planes, loudness } = await rendered("loop", loopJob(sound(target)));
    expect(integratedLoudness([planes[0]], rate)).toBeCloseTo(integratedLoudness([whole], rate), 1);
    expect(loudness).toBeCloseTo(integratedLoudness([planes[0]], rate), 3);
    // Another gain after it changes what is heard, not what was learnt.
    const { loudness: softer } = await rendered(
      "loop",
      loopJob(sound(target, set("audio.gain", { gain: -6 }))),
    );
    expect(softer).toBeCloseTo(loudness - 6, 1);
    expect(asked.filter((url) => url === "/clip")).toHaveLength(1);
  });

  it("says what a material does not come to", async () => {
    const [high, low] = [-5, -30].map((target) => set("audio.loudness-target", { target, ceiling: -9 }));
    expect((await rendered("loop", loopJob(sound(high)))).missed).toEqual([
      expect.stringMatching(/^The target of -5 LUFS is not reached: it is -\d+\.\d LUFS/),
    ]);
    expect((await rendered("loop", loopJob(sound(low)))).missed).toEqual([]);
  });

  it("mixes, and a clip in a mix has heard its material too", async () => {
    const node = (chain: Chain) => ({
      id: "clip",
      strength: 100,
      feeds: null,
      sends: [],
      muted: false,
      soloed: false,
      material: { at: 0, sampleRate: rate, channels: 1, frames: clip.length },
      chain,
    });
    const mix = (chain: Chain): Ask => ({
      kind: "mix",
      shapedId: "clip",
      place: "viewer",
      nodes: [node(chain)],
      sources: { clip: material },
      root: null,
      sampleRate: rate,
      start: 0,
      end: clip.length,
    });
    const made = await rendered("loop", mix(sound(set("audio.loudness-target", { target: -30 }))));
    expect([made.missing, made.missed]).toEqual([[], []]);
    const peaks = { target: -5, ceiling: -9 };
    const short = await rendered("loop", mix(sound(set("audio.loudness-target", peaks))));
    expect(short.missed).toHaveLength(1);
    // Both sides carry the one channel: 3.01 LU more.
    expect(made.loudness).toBeCloseTo(-30 + 3.01, 1);
  });

  it("makes ahead what the viewer will probably ask for, and answers with it at once", async () => {
    const louder = sound(set("audio.gain", { gain: 4 }), set("audio.limiter"));
    const broken = sound(set("audio.convolution-reverb", { file: { hash: "no file" } }));
    const expect_ = (...shapes: Chain[]) =>
      renderer.onmessage!({
        data: { kind: "expect", shapes: shapes.map((chain) => ({ chain, strength: 80 })) },
        ports: [],
      });
    const wants = (chain: Chain) => ({ ...loopJob(chain), strength: 80 });
    /** What a job is answered with before anything else has its turn. */
    const atOnce = (job: Ask) => {
      void send(job);
      const [answer] = answers.slice(-1);
      return answer.id === last && "rendered" in answer
        ? (answer.rendered as unknown as { planes: Float32Array[] })
        : null;
    };
    await send(loopJob(sound()));
    expect(atOnce(wants(louder))).toBeNull();
    const { planes } = await rendered("loop", { ...wants(louder), place: "elsewhere" });
    await send(loopJob(sound()));
    expect_(louder, broken);
    await soon(1000);
    expect(firstDifference(atOnce(wants(louder))!.planes[0], planes[0])).toBeNull();
    // It is kept; another range, another place and another strength are something else.
    expect(atOnce(wants(louder))).not.toBeNull();
    expect(atOnce({ ...wants(louder), place: "elsewhere" })).toBeNull();
    expect(atOnce({ ...wants(louder), strength: 81 } as Ask)).toBeNull();
    expect(atOnce({ ...wants(louder), end: 4 * rate - 1 } as Ask)).toBeNull();
    await soon(1000);
    // The other range is the viewer's now: what is expected was made for it.
    expect(atOnce({ ...wants(louder), end: 4 * rate - 1 } as Ask)).not.toBeNull();
    renderer.onmessage!({ data: { kind: "files", files: [] }, ports: [] });
    expect(atOnce(wants(louder))).toBeNull();
    expect_();
    await send(wants(louder));
    expect(atOnce(wants(louder))).toBeNull();
    await send(loopJob(sound()));
  });

  it("gives way with what is made ahead to what is asked for", async () => {
    const hazy = look(set("image.haze-removal"));
    await send(pictureJob("viewer", plain));
    renderer.onmessage!({
      data: { kind: "expect", shapes: [{ chain: hazy, strength: 100 }] },
      ports: [],
    });
    await soon(30);
    const before = answers.length;
    await send(pictureJob("list", plain));
    expect(answers.slice(before).map(({ id }) => id)).toEqual([last]);
    // Long enough for a busy machine to have made it ahead.
    await soon(4000);
    void send(pictureJob("viewer", hazy));
    expect(answers.at(-1)!.id).toBe(last);
    renderer.onmessage!({ data: { kind: "expect", shapes: [] }, ports: [] });
  });

  it("measures what was rendered", async () => {
    const { bands, loudness } = await rendered("measured sound", {
      kind: "measure sound",
      place: "measures",
      planes: [clip.subarray(0, 2 * rate)],
      sampleRate: rate,
    });
    expect([bands.length > 50, loudness.length]).toEqual([true, 17]);
    const codes = new Uint8ClampedArray(4 * 100).fill(255);
    const { waveforms, vectorscope, clipping } = await rendered("measured picture", {
      kind: "measure picture",
      place: "measures",
      width: 10,
      codes,
    });
    expect([...waveforms, vectorscope].map((counts) => counts.reduce((a, b) => a + b, 0))).toEqual([
      100, 100, 100, 100,
    ]);
    expect(clipping).toEqual({ black: 0, white: 1 });
  });

  it("says what went wrong, and goes on", async () => {
    const lost = await send({
      kind: "picture",
      place: "viewer",
      chain: plain,
      strength: 100,
      source: { url: "/nowhere", width: 4, height: 4 },
    });
    expect(lost).toMatchObject({ problem: "The material could not be fetched." });
    const { missing } = await rendered(
      "picture",
      pictureJob("viewer", look(set("image.of-another-house"), ...plain.settings)),
    );
    expect(missing).toEqual(["image.of-another-house"]);
    expect(await send(pictureJob("viewer", plain))).toHaveProperty("rendered");
  });
});

describe("the comparing worker", () => {
  const looks = {
    brighter: look(set("image.exposure", { exposure: 1 })),
    "a little brighter": look(set("image.exposure", { exposure: 0.8 })),
    grey: look(set("image.saturation", { saturation: 0 })),
    unknown: look(set("image.contrast", { contrast: 150 })),
  };
  const printOf = (chain: Chain) => fingerprint(chainText(chain));
  const cards = Object.entries(looks).map(([id, chain]) => ({ id, fingerprint: printOf(chain) }));
  const material = { medium: "image" as const, source };
  const answerTo = async <Q extends AlikeQuestion>(
    kind: Q,
    asked: AlikeAsked<Q>,
  ): Promise<AlikeAnswered<Q>> => {
    const id = ++last;
    const answered = new Promise<AlikeAnswer>((resolve) =>
      waiting.set(id, (said) => "soFar" in said || resolve(said as unknown as AlikeAnswer)),
    );
    alike.onmessage!({ data: { kind, id, ...asked }, ports: [] });
    const said = await answered;
    if (!("result" in said)) throw new Error(JSON.stringify(said));
    return said.result as AlikeAnswered<Q>;
  };

  beforeAll(() => {
    const rows = Object.entries(looks)
      .filter(([id]) => id !== "unknown")
      .map(([, chain]) =>
        Buffer.concat([
          Buffer.from(printOf(chain), "hex"),
          Buffer.from(packImprint(likeness.image.imprint(chain)!).buffer),
        ]),
      );
    const bytes = Uint8Array.from(Buffer.concat(rows)).buffer;
    alike.onmessage!({ data: { kind: "imprints", medium: "image", bytes }, ports: [] });
  });

  it("knows what it was told, and says what it was not", async () => {
    expect(await answerTo("unknown", { medium: "image", cards })).toEqual([printOf(looks.unknown)]);
    const asked = { medium: "image" as const, cards: cards.slice(1), count: 5 };
    const found = await answerTo("alike", { ...asked, fingerprint: printOf(looks.brighter) });
    expect(found.hits!.map(({ id }) => id)).toEqual(["a little brighter", "grey"]);
    expect(found.unmeasured).toBe(1);
    expect((await answerTo("alike", { ...asked, fingerprint: printOf(looks.unknown) })).hits).toBeNull();
  });

  it("finds the card and the strength that a reference was made with", async () => {
    const reference = { specimen: material, chain: looks.grey, strength: 70 };
    const { ids, now } = await answerTo("worth", { material, reference, cards, count: 2 });
    expect(ids[0]).toBe("grey");
    const near = await answerTo("near", { material, reference, chains: Object.entries(looks) });
    expect(near![0]).toMatchObject({ id: "grey", strength: 70 });
    expect(near![0].apart.total).toBeLessThan(0.01);
    expect(now.total).toBeGreaterThan(near![0].apart.total);
  });

  it("ends what a newer question has overtaken, and says what cannot be compared", async () => {
    const reference = { specimen: material, chain: looks.grey, strength: 70 };
    const first = answerTo("near", { material, reference, chains: Object.entries(looks) });
    await soon(20);
    const second = answerTo("unknown", { medium: "image", cards });
    expect(await first).toBeNull();
    expect(await second).toHaveLength(1);
    const strange = { ...reference, chain: look(set("image.of-another-house")) };
    await expect(answerTo("worth", { material, reference: strange, cards, count: 2 })).rejects.toThrow(
      /reference cannot be rendered/,
    );
  });
});
