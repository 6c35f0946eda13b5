import "./tell-broken";
import "@/core/type/load";
import type { Chain } from "@/core/chain/model";
import { renderAudio } from "@/core/chain/run-audio";
import { renderImage } from "@/core/chain/run-image";
import { likeness, packedLength, unpackImprint } from "@/core/measure/likeness";
import { mostAlike, nearest, worthRendering } from "@/core/measure/likeness/nearest";
import { nearPairs } from "@/core/measure/likeness/near-pairs";
import { pictureLike } from "@/core/measure/likeness/picture";
import { soundLike } from "@/core/measure/likeness/sound";
import { smaller, stretchOf } from "@/core/measure/likeness/specimen";
import type { ComparedMedium } from "@/core/media";
import type {
  AlikeAnswer,
  AlikeAnswered,
  AlikeAsked,
  AlikeQuestion,
  AlikeRequest,
  Compared,
  Specimen,
} from "./alike-messages";
import { letIn } from "./let-in";
import { knowFiles, linearPlanes, loadPicture, loadSound, resourcesFor } from "./material";
import { RecentlyUsed } from "./recently-used";

/** How many are looked at closely in the end. */
const closely: Record<ComparedMedium, number> = { audio: 12, image: 20 };

/** What contents do, by their fingerprints. */
const imprints: Record<ComparedMedium, Map<string, Int16Array>> = { audio: new Map(), image: new Map() };

/** Takes in what the server says; see the operation `imprints`. */
function take(medium: ComparedMedium, bytes: ArrayBuffer): void {
  const row = 32 + packedLength(medium);
  for (let at = 0; at + row <= bytes.byteLength; at += row) {
    const fingerprint = Array.from(new Uint8Array(bytes, at, 32), (v) =>
      v.toString(16).padStart(2, "0"),
    ).join("");
    imprints[medium].set(fingerprint, new Int16Array(bytes, at + 32, likeness[medium].length));
  }
}

const unmeasured = (medium: ComparedMedium, cards: readonly Compared[]): number =>
  cards.filter(({ fingerprint }) => !imprints[medium].has(fingerprint)).length;

/** The figures of an imprint in its unit. */
function* known(medium: ComparedMedium, cards: readonly Compared[]) {
  for (const { id, fingerprint } of cards) {
    const packed = imprints[medium].get(fingerprint);
    if (packed) yield [id, unpackImprint(packed)] as const;
  }
}

/** A specimen in small. */
const materials = new RecentlyUsed<Promise<Material>>(4);
type Material =
  | {
      readonly medium: "audio";
      readonly planes: readonly Float32Array[];
      readonly sampleRate: number;
      readonly mask?: number;
    }
  | {
      readonly medium: "image";
      readonly width: number;
      readonly height: number;
      readonly planes: readonly Float32Array[];
    };

const materialOf = (specimen: Specimen): Promise<Material> =>
  materials.get(JSON.stringify(specimen), async () => {
    if (specimen.medium === "image") {
      const picture = await loadPicture(specimen.source);
      return { medium: "image", ...smaller({ ...picture, planes: linearPlanes(picture) }) };
    }
    const { source, start, end } = specimen;
    const { sampleRate, mask } = source;
    const planes = await loadSound(source, ...stretchOf(start, end, sampleRate));
    return { medium: "audio", planes, sampleRate, mask };
  });

/** The figures of what a chain makes of a specimen; null where something of the chain is missing. */
async function figures(specimen: Specimen, chain: Chain, strength: number): Promise<Float32Array | null> {
  const material = await materialOf(specimen);
  const resources = await resourcesFor([chain]);
  if (material.medium === "image") {
    const rendered = renderImage(chain, material, strength, resources);
    return rendered.missing.length > 0 ? null : pictureLike(rendered);
  }
  const rendered = renderAudio(chain, material, { strength, resources });
  return rendered.missing.length > 0 ? null : soundLike(rendered);
}

const emptyOf = (medium: ComparedMedium): Chain => ({ medium, settings: [] });

async function bothOf({ material, reference }: Pick<AlikeAsked<"worth">, "material" | "reference">) {
  const have = await figures(material, emptyOf(material.medium), 100);
  const want = await figures(reference.specimen, reference.chain, reference.strength);
  if (!have || !want)
    throw new Error("The reference cannot be rendered here: an effect or a file of its chain is missing.");
  return { have, want };
}

/** The question that was asked last; those before it are not wanted any more. */
let latest = 0;

class Overtaken extends Error {}

const answers: {
  readonly [Q in AlikeQuestion]: (
    asked: AlikeAsked<Q>,
    id: number,
  ) => Promise<AlikeAnswered<Q>> | AlikeAnswered<Q>;
} = {
  unknown: ({ medium, cards }) => [
    ...new Set(cards.map((card) => card.fingerprint).filter((one) => !imprints[medium].has(one))),
  ],
  alike({ medium, fingerprint, cards, count }) {
    const imprint = imprints[medium].get(fingerprint);
    const hits = imprint ? mostAlike(medium, unpackImprint(imprint), known(medium, cards), count) : null;
    return { hits, unmeasured: unmeasured(medium, cards) };
  },
  pairs({ medium, cards }) {
    return nearPairs(
      medium,
      cards.flatMap((card) => {
        const packed = imprints[medium].get(card.fingerprint);
        return packed ? { ...card, imprint: unpackImprint(packed) } : [];
      }),
    );
  },
  async worth({ material, reference, cards, count }) {
    const both = await bothOf({ material, reference });
    const { medium } = material;
    return {
      ids: worthRendering(medium, both, known(medium, cards), count),
      now: likeness[medium].apart(both.have, both.want),
      unmeasured: unmeasured(medium, cards),
    };
  },
  async near({ material, reference, chains }, id) {
    const { have, want } = await bothOf({ material, reference });
    const { medium } = material;
    const render = async (chain: Chain, strength: number) => {
      await letIn();
      if (latest !== id) throw new Overtaken();
      return figures(material, chain, strength);
    };
    try {
      return await nearest({
        medium,
        want,
        chains: new Map(chains),
        closely: closely[medium],
        untouched: likeness[medium].apart(have, want).total,
        soFar: (near) => post({ id, soFar: near }),
        render,
      });
    } catch (error) {
      if (error instanceof Overtaken) return null;
      throw error;
    }
  },
};

const post = (message: AlikeAnswer) => self.postMessage(message);

async function answer<Q extends AlikeQuestion>(kind: Q, asked: AlikeAsked<Q> & { readonly id: number }) {
  const { id } = asked;
  latest = id;
  try {
    post({ id, result: await answers[kind](asked, id) });
  } catch (error) {
    post({ id, problem: error instanceof Error ? error.message : String(error) });
  }
}

self.onmessage = ({ data }: MessageEvent<AlikeRequest>) => {
  if (data.kind === "files") return knowFiles(data.files);
  if (data.kind === "imprints") return take(data.medium, data.bytes);
  void answer(data.kind, data as never);
};
