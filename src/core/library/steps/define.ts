import { FormatFault } from "../../chain/fault";
import { isRecord, type Chain, type Json } from "../../chain/model";
import { parseChain } from "../../chain/parse";
import { normaliseChain, sayProblem } from "../../chain/values";
import { wayIds, type WayId } from "../../chain/ways";
import type { Clip } from "../in-place";
import type { Put } from "../putting";
import type { Stand } from "../stand";
import { Unfit } from "../unfit";

type Fields = { readonly [key: string]: Json };

/** A card, or settings by themselves. */
export type Piece = { readonly cardId: string } | { readonly name: string; readonly chain: Chain };

/** What steps need besides the session's targets. */
export interface StepWorld {
  /** What a card puts on; undefined where it is out of use. */
  putOf(cardId: string): Put | undefined;
  newId(): string;
  /** What was drawn by chance for a step; undefined where nothing was. */
  drawnFor(step: object): Put | undefined;
  /** The overview of a sound, see `measure/overview`; undefined where there is none. */
  overviewOf(mediaId: string): Int16Array | undefined;
  /** The material that a clip was rendered to. Throws Unfit where it was not. */
  renderedOf(clip: Clip): string;
}

/** What a reader knows cards and saved searches by. */
export type NameOf = (id: string) => string;

interface Named {
  readonly name: string;
}

/** Names cards and saved searches as they are called now. */
export const namesIn =
  ({
    card,
    savedSearch,
  }: {
    readonly card: ReadonlyMap<string, Named>;
    readonly savedSearch: ReadonlyMap<string, Named>;
  }): NameOf =>
  (id) =>
    (card.get(id) ?? savedSearch.get(id))?.name ?? "something that is gone";

/** A number in a step that can be set by hand. */
export interface StepNumber {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  /** What arrow keys change it by. */
  readonly by: number;
}

/** Percent, of whatever is put on or set. */
export const strengthNumber = {
  key: "strength",
  label: "Strength",
  unit: "%",
  least: 0,
  most: 100,
  by: 5,
} as const satisfies StepNumber;

/** A kind of step: a file of this folder and a line in its list; editor, dry run, running and JSON follow. */
export interface StepKind<S extends object> {
  /** Takes its fields out of parsed JSON. Throws a FormatFault. */
  read(fields: Fields, where: string): S;
  /** What of it can be set by hand. */
  readonly numbers?: readonly (StepNumber & { readonly key: keyof S & string })[];
  /** The cards that it asks for. */
  cardsOf(step: S): readonly string[];
  /** What it does, from the verb on. */
  say(step: S, nameOf: NameOf): string;
  /** What becomes of the targets. Throws Unfit where it cannot be done. Pre: something is selected. */
  run(step: S, stand: Stand, world: StepWorld): Stand;
}

export const stepKind = <S extends object>(kind: StepKind<S>): StepKind<S> => kind;

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
export const isUuid = (value: Json | undefined): value is string =>
  typeof value === "string" && uuid.test(value);

/** A way to put something on that needs no chosen setting. */
export function readWay(value: Json, where: string): Exclude<WayId, "at"> {
  const way = wayIds.find((one): one is Exclude<WayId, "at"> => one !== "at" && one === value);
  if (!way) throw new FormatFault("This is no way to put something on.", where);
  return way;
}

export function readPiece(value: Json | undefined, where: string): Piece {
  if (!isRecord(value)) throw new FormatFault("Name a card, or settings with a name.", where);
  const { cardId, name, chain } = value;
  if (cardId !== undefined) {
    if (!isUuid(cardId)) throw new FormatFault("A card is named by its id.", `${where}.cardId`);
    return { cardId };
  }
  if (typeof name !== "string" || name.trim() === "" || name.length > 200)
    throw new FormatFault("Give the settings a name of at most 200 characters.", `${where}.name`);
  const read = normaliseChain(parseChain(chain, `${where}.chain`));
  if (read.problems.length > 0) throw new FormatFault(sayProblem(read.problems[0]), `${where}.chain`);
  if (read.chain.settings.length === 0) throw new FormatFault("The chain is empty.", `${where}.chain`);
  return { name, chain: read.chain };
}

export function readNumber(value: Json | undefined, from: number, to: number, where: string): number {
  if (typeof value !== "number" || !(value >= from && value <= to))
    throw new FormatFault(`This is a number from ${from} to ${to}.`, where);
  return value;
}

/** One of a step's numbers, or the usual one where it is left out. */
export const readOf = (
  fields: Fields,
  { key, least, most }: StepNumber,
  where: string,
  usual?: number,
): number => readNumber(fields[key] ?? usual, least, most, `${where}.${key}`);

export const cardOfPiece = (piece: Piece): string[] => ("cardId" in piece ? [piece.cardId] : []);

export const sayPieceOf = (piece: Piece, nameOf: NameOf): string =>
  `“${"cardId" in piece ? nameOf(piece.cardId) : piece.name}”`;

export function putOfPiece(piece: Piece, world: StepWorld): Put {
  if (!("cardId" in piece))
    return { said: `“${piece.name}”`, name: piece.name, chain: piece.chain, pin: null };
  const put = world.putOf(piece.cardId);
  if (!put)
    throw new Unfit("card-out-of-use", "A card of this routine is out of use.", {
      hint: "Restore the card, or take it out of the routine.",
    });
  return put;
}

/** `−6 dB`, `+3 dB`, `0 dB`. */
export const sayLevel = (level: number): string =>
  `${level > 0 ? "+" : level < 0 ? "−" : ""}${Math.abs(level)} dB`;
