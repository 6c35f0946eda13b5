import { canonicalJson, fingerprint } from "../chain/fingerprint";
import { chainOn, sameSettings } from "../chain/medium";
import type { Chain, Json } from "../chain/model";
import type { Origin, Target } from "./entities/target";
import { changedIn, selectedOf, type Stand } from "./stand";
import { Unfit } from "./unfit";
import { countTargets } from "./words";

/** A target that has material of its own. */
export type Clip = Target & { readonly mediaId: string };
export const isClip = (target: Target): target is Clip => target.mediaId !== null;

/** Renderings of renderings, each of which can be brought back. */
const mostOrigins = 8;

/** The same for two clips whose renderings are the same, 64 hexadecimal digits. */
export const renderingOf = ({ mediaId, part, chain, strength }: Clip): string =>
  fingerprint(canonicalJson({ mediaId, part, chain, strength } as unknown as Json));

const depthOf = (origin: Origin | null): number => (origin ? 1 + depthOf(origin.origin) : 0);

/**
 * Puts what the selected targets were rendered to in the place of their material, with nothing left on their chains; what
 * it was before is remembered. `renderedOf` gives the id of the material that a clip was rendered to. Throws Unfit where
 * one of them has nothing to render.
 */
export function renderInPlace(stand: Stand, renderedOf: (clip: Clip) => string): Stand {
  const clips = selectedOf(stand).map((target) => {
    if (!isClip(target))
      throw new Unfit("no-material", `“${target.name}” has no material of its own to be rendered.`, {
        hint: "Choose clips or pictures; what feeds it can be rendered instead.",
      });
    if (target.chain.settings.length === 0)
      throw new Unfit("empty-chain", `There is nothing on “${target.name}” to be rendered.`, {
        hint: "Put a card on it first.",
      });
    if (depthOf(target.origin) >= mostOrigins)
      throw new Unfit(
        "often-rendered",
        `“${target.name}” was rendered in place ${mostOrigins} times already.`,
        {
          hint: "Bring back what it was, and put on all of it at once.",
        },
      );
    return target;
  });
  const framesOf = (id: string) => {
    const facts = stand.factsOf?.(id);
    return facts && "frames" in facts ? facts.frames : null;
  };
  return changedIn(
    stand,
    new Map(
      clips.map((clip): [string, Partial<Target>] => {
        const { mediaId, part, chain, strength, cardId, cardVersion, origin } = clip;
        return [
          clip.id,
          {
            mediaId: renderedOf(clip),
            part: null,
            chain: { medium: chain.medium, settings: [] },
            strength: 100,
            cardId: null,
            cardVersion: null,
            origin: {
              mediaId,
              part,
              frames: framesOf(mediaId),
              chain,
              strength,
              cardId,
              cardVersion,
              origin,
            },
          },
        ];
      }),
    ),
  );
}

/** What a target was. */
const wasBefore = ({ frames: _, ...target }: Origin): Partial<Target> => target;

/** Brings back what the selected targets were before they were rendered in place. Throws Unfit where none of them was. */
export function bringBack(stand: Stand): Stand {
  const targets = selectedOf(stand);
  const sets = new Map(
    targets.flatMap(({ id, origin }) => (origin ? [[id, wasBefore(origin)] as const] : [])),
  );
  if (sets.size === 0)
    throw new Unfit("not-rendered", `Nothing of ${countTargets(targets)} was rendered in place.`);
  return changedIn(stand, sets);
}

/** A card's content. */
interface Content {
  readonly chain: Chain;
  readonly version: number;
}

/** What is known of the contents of cards: as they are now, and as they were at a version. */
export interface Contents {
  now(cardId: string): Content | undefined;
  at(cardId: string, version: number): Chain | undefined;
}

/** What a target would have been rendered from, had its card been then as it is now; null where nothing would be another. */
function newer({ origin }: Target, { now, at }: Contents): Content | null {
  if (!origin?.cardId || origin.cardVersion === null) return null;
  const newest = now(origin.cardId);
  const then = at(origin.cardId, origin.cardVersion);
  if (!newest || !then || newest.version === origin.cardVersion) return null;
  // What was changed by hand after the card was put on is not the card's any more.
  return sameSettings(then, origin.chain) ? newest : null;
}

/**
 * Brings back what was rendered in place, with the newest contents of the cards that were on it, so that it can be rendered
 * again: of the selected targets those for which that is another. Throws Unfit where there are none.
 */
export function renewed(stand: Stand, contents: Contents): Stand {
  const sets = new Map(
    selectedOf(stand).flatMap((target): [string, Partial<Target>][] => {
      const content = newer(target, contents);
      return content
        ? [
            [
              target.id,
              {
                ...wasBefore(target.origin!),
                chain: chainOn(content.chain, target.chain.medium),
                cardVersion: content.version,
              },
            ],
          ]
        : [];
    }),
  );
  if (sets.size === 0)
    throw new Unfit(
      "up-to-date",
      "What was rendered in place is as its cards are now, or was changed by hand.",
    );
  return { ...changedIn(stand, sets), selected: [...sets.keys()] };
}
