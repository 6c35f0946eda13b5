import { v7 as newId } from "uuid";
import type { InPlaceWork, Rendered } from "@/core/api/commands/in-place-input";
import type { Chain } from "@/core/chain/model";
import { cut } from "@/core/library/cutting";
import { renderingOf, renderInPlace, renewed, type Clip, type Contents } from "@/core/library/in-place";
import type { Put } from "@/core/library/putting";
import { cardsOfSteps, drawsOf, runSteps } from "@/core/library/steps";
import { selectedOf, type Stand } from "@/core/library/stand";
import { Unfit } from "@/core/library/unfit";
import { countTargets } from "@/core/library/words";
import { listMedia } from "@/db/replica";
import type { Ledger } from "@/db/ledger";
import { cardToPut, wholeStand } from "./putting";
import { overviewReader } from "./media-store";
import { notFound } from "./refusal";
import { requireRoutine } from "./routines";

/** Something that is done to a session once what it renders is there. */
export interface Placing {
  readonly stand: Stand;
  /** The cards that it puts on. */
  readonly cardIds: readonly string[];
  /** What becomes of the session; `renderedOf` gives the material that a clip was rendered to. Throws Unfit. */
  work(stand: Stand, renderedOf: (clip: Clip) => string): Stand;
  /** What it is, in the words of the history. */
  said(targets: string): string;
}

/** The contents of the cards of what was rendered in place, as they are now and as they were then. */
async function contentsOf(ledger: Ledger, stand: Stand): Promise<Contents> {
  const pins = selectedOf(stand).flatMap(({ origin }) =>
    origin?.cardId && origin.cardVersion !== null
      ? [{ ...origin, cardId: origin.cardId, version: origin.cardVersion }]
      : [],
  );
  const cards = await ledger.readAll("card", [...new Set(pins.map(({ cardId }) => cardId))]);
  const then = new Map<string, Chain>();
  for (const { cardId, version } of pins) {
    const content = await ledger.content(cardId, version);
    if (content) then.set(`${cardId} ${version}`, JSON.parse(content.chainText) as Chain);
  }
  return {
    now(id) {
      const card = cards.get(id);
      return card && !card.withdrawn ? { chain: card.chain, version: card.contentVersion } : undefined;
    },
    at: (id, version) => then.get(`${id} ${version}`),
  };
}

/** What a request for something in place asks for, with all that it needs to know. */
export async function placingOf(ledger: Ledger, input: InPlaceWork): Promise<Placing> {
  const { sessionId, targetIds, range } = input;
  const stand = { ...(await wholeStand(ledger, sessionId, targetIds)), ...(range && { range }) };
  if (input.routineId !== undefined) {
    const { name, steps } = await requireRoutine(ledger, input.routineId);
    const { drawn = [] } = input;
    const cards = await ledger.readAll("card", [...new Set([...cardsOfSteps(steps), ...drawn])]);
    const puts = new Map<string, Put>();
    for (const { id, withdrawn } of cards.values()) if (!withdrawn) puts.set(id, await cardToPut(ledger, id));
    const draws = drawsOf(steps);
    const world = {
      putOf: (id: string) => puts.get(id),
      drawnFor: (step: object) => puts.get(drawn[draws.findIndex((one) => one === step)]),
      overviewOf: overviewReader(),
      newId,
    };
    return {
      stand,
      cardIds: [...puts.keys()],
      work: (now, renderedOf) => runSteps(steps, now, { ...world, renderedOf }),
      said: (targets) => `“${name}” on ${targets}`,
    };
  }
  if (input.again) {
    const contents = await contentsOf(ledger, stand);
    return {
      stand,
      cardIds: [],
      work: (now, renderedOf) => renderInPlace(renewed(now, contents), renderedOf),
      said: (targets) => `rendered ${targets} in place again`,
    };
  }
  return {
    stand,
    cardIds: [],
    work: (now, renderedOf) => renderInPlace(range ? cut(now, newId) : now, renderedOf),
    said: (targets) => `rendered ${range ? `a range of ${targets}` : targets} in place`,
  };
}

/** Finds what was rendered for a clip among what a request brings. Throws where the library has none of it. */
export async function renderedIn(
  ledger: Ledger,
  rendered: readonly Rendered[],
): Promise<(clip: Clip) => string> {
  const ids = new Map(rendered.map(({ of, mediaId }) => [of, mediaId]));
  const known = await listMedia(ledger.db, ledger.libraryId, [...new Set(ids.values())]);
  if (known.length < new Set(ids.values()).size) throw notFound("material");
  const kinds = new Map(known.map(({ id, facts }) => [id, facts.kind]));
  return (clip) => {
    const id = ids.get(renderingOf(clip));
    if (id !== undefined && kinds.get(id) !== clip.chain.medium)
      throw new Unfit(
        "other-medium",
        `What is to be put in the place of “${clip.name}” is of another kind.`,
        {
          field: "rendered",
        },
      );
    if (id === undefined)
      throw new Unfit(
        "not-rendered",
        rendered.length > 0
          ? `“${clip.name}” has changed while it was rendered: nothing was replaced.`
          : `“${clip.name}” is not rendered yet.`,
        {
          hint:
            rendered.length > 0
              ? "Render it again."
              : "Ask for it in place: it is carried out once that is rendered.",
        },
      );
    return id;
  };
}

/** Material that does not exist: what a rendering that is only tried out would give. */
const notYet = "0".repeat(64);

/** What has to be rendered first, each once. Throws Unfit where it could not be done even then. */
export function toRender({ stand, work }: Placing): Clip[] {
  const clips = new Map<string, Clip>();
  work(stand, (clip) => {
    clips.set(renderingOf(clip), clip);
    return notYet;
  });
  return [...clips.values()];
}

export const saidOn = ({ stand, said }: Placing): string => said(countTargets(selectedOf(stand)));
