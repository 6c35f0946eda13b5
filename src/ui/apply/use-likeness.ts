import { useEffect, useRef, useState } from "react";
import type { Chain } from "@/core/chain/model";
import type { CardHead, Target } from "@/core/library/entities";
import type { Media } from "@/core/api/operations/session-replica";
import { likeness } from "@/core/measure/likeness";
import type { Apart } from "@/core/measure/likeness/define";
import {
  goesOn,
  usualMedium,
  media as mediaFacts,
  comparedAs,
  type Medium,
  type ComparedMedium,
} from "@/core/media";
import { count } from "@/core/library/words";
import type { Specimen } from "@/workers/alike-messages";
import type { Bench } from "../bench/use-bench";
import { copyUrl, materialOf, soundSource } from "../data/material";
import type { Alike } from "../data/alike";
import { sayError, useDesk, useData } from "../data/desk";
import type { Likenesses, LikeWhat } from "../state/bar/model";
import type { Contents } from "../data/contents";

/** Cards that are shown. */
const mostAlike = 100;
/** Cards that are rendered to be compared with a reference: a sound takes some ten milliseconds, a picture fewer. */
const mostRendered: Record<ComparedMedium, number> = { audio: 32, image: 160 };

/** A distance in words, and what it is made of. */
export const sayApart = (medium: ComparedMedium, { total }: Apart): string =>
  `${total.toFixed(1)} ${likeness[medium].unit}`;
export const sayParts = ({ parts }: Apart, most = parts.length): string =>
  parts
    .slice(0, most)
    .map(({ name, apart }) => `${name} ${apart.toFixed(1)}`)
    .join(", ");

/** Material for comparison; null where there is none that works. */
function specimenOf(libraryId: string, media: Media | undefined): Specimen | null {
  if (!media) return null;
  const { facts, id } = media;
  switch (facts.kind) {
    case "audio":
      return { medium: "audio", source: soundSource(libraryId, id, facts), start: 0, end: facts.frames };
    case "image":
    case "video":
      return { medium: "image", source: { url: copyUrl(libraryId, id, "preview"), ...facts.preview } };
    default:
      return null;
  }
}

const sayUnmeasured = (unmeasured: number) => (unmeasured > 0 ? ` · ${unmeasured} not measured` : "");

/** The cards that can take part, and who compares them. */
interface Comparison {
  readonly alike: Alike;
  readonly contents: Contents;
  readonly medium: ComparedMedium;
  readonly cards: readonly CardHead[];
  say(next: Likenesses): void;
}

async function likeCard({ alike, medium, cards, say }: Comparison, { id, fingerprint }: CardHead) {
  say({ hits: null, note: "comparing…" });
  const others = cards.filter((card) => card.id !== id);
  const { hits, unmeasured } = await alike.ask("alike", medium, cards, {
    medium,
    fingerprint,
    cards: others.map((card) => ({ id: card.id, fingerprint: card.fingerprint })),
    count: mostAlike,
  });
  say(
    hits
      ? { hits, note: `the nearest of ${others.length - unmeasured} first${sayUnmeasured(unmeasured)}` }
      : { hits: [], note: "What this card does is not measured yet." },
  );
}

async function nearReference(
  { alike, contents, medium, cards, say }: Comparison,
  material: Specimen | null,
  target: Target,
  specimen: Specimen | null,
) {
  if (!material || specimen?.medium !== medium)
    return say({ hits: [], note: `Only ${mediaFacts[medium].piece} and another one can be compared.` });
  say({ hits: null, note: "looking which may come near…" });
  const reference = { specimen, chain: target.chain, strength: target.strength };
  const compared = cards.map(({ id, fingerprint }) => ({ id, fingerprint }));
  const most = mostRendered[medium];
  const { ids, now, unmeasured } = await alike.ask("worth", medium, compared, {
    material,
    reference,
    cards: compared,
    count: most,
  });
  say({ hits: null, note: `trying ${count(ids.length, "card")}…` });
  const fingerprints = new Map(cards.map((card) => [card.id, card.fingerprint]));
  const chains = await Promise.all(
    ids.map(async (id): Promise<readonly [string, Chain]> => [id, await contents.get(fingerprints.get(id)!)]),
  );
  const without = `${sayApart(medium, now)} without any${sayUnmeasured(unmeasured)}`;
  const hits = await alike.ask("near", medium, [], { material, reference, chains }, (near) =>
    say({ hits: near, note: `${without} · looking closer…` }),
  );
  if (hits) say({ hits, note: hits.length > 0 ? without : `It is ${without}, and none brings it nearer.` });
}

const nothing: Likenesses = { hits: null, note: "" };

/** The cards that do most nearly what a card does, or that bring the lead target's material nearest to a reference. */
export function useLikeness(what: LikeWhat | null, bench: Bench): Likenesses {
  const { alike, library, libraryId } = useDesk();
  const data = useData();
  const { contents } = library;
  const [found, setFound] = useState<Likenesses>(nothing);
  const { session, lead } = bench;
  // A card is compared with those of its own medium, whatever is selected.
  const asked = what?.kind === "card" ? what.card.medium : (lead?.chain.medium ?? usualMedium);
  const medium = comparedAs(asked);
  const material = lead ? materialOf(session.media, lead) : undefined;
  const reference = what?.kind === "reference" ? materialOf(session.media, what.target) : undefined;
  // What changes in the library meanwhile does not begin it anew.
  const cards = useRef(data.replica.card);
  useEffect(() => {
    cards.current = data.replica.card;
  }, [data.replica.card]);
  useEffect(() => {
    setFound(nothing);
    if (!what || !medium) return;
    let wanted = true;
    const comparison: Comparison = {
      alike,
      contents,
      medium,
      cards: [...cards.current.values()].filter((card) => goesOn(card.medium, medium) && !card.withdrawn),
      say: (next) => wanted && setFound(next),
    };
    const done =
      what.kind === "card"
        ? likeCard(comparison, what.card)
        : nearReference(
            comparison,
            specimenOf(libraryId, material),
            what.target,
            specimenOf(libraryId, reference),
          );
    done.catch((error) => comparison.say({ hits: [], note: sayError(error) }));
    return () => {
      wanted = false;
    };
  }, [what, medium, material, reference, alike, contents, libraryId]);
  return found;
}

/** What the lead target's material can be brought near to: what is selected with it first. */
export const referencesOf = (
  targets: readonly Target[],
  lead: Target | null,
  selected: ReadonlySet<string>,
  medium: Medium,
): Target[] =>
  targets
    .filter((one) => one.id !== lead?.id && one.mediaId !== null && one.chain.medium === medium)
    .sort((a, b) => Number(selected.has(b.id)) - Number(selected.has(a.id)));

/** The reference after the one that is compared with, in a circle; null where there is none, or nothing to bring near. */
export function nextOf(
  references: readonly Target[],
  what: LikeWhat | null,
  lead: Target | null,
): Target | null {
  if (!lead?.mediaId) return null;
  const now = references.findIndex(({ id }) => what?.kind === "reference" && id === what.target.id);
  return references[(now + 1) % references.length] ?? null;
}
