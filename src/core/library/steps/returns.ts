import { FormatFault } from "../../chain/fault";
import { isRecord } from "../../chain/model";
import { put } from "../putting";
import { levelRange, mostSends } from "../sends";
import { count } from "../words";
import {
  cardOfPiece,
  putOfPiece,
  readNumber,
  readPiece,
  sayLevel,
  sayPieceOf,
  stepKind,
  type Piece,
} from "./define";

export interface ReturnsStep {
  readonly parts: readonly { readonly of: Piece; /** dB. */ readonly level: number }[];
}

/** Several cards, each on a return of its own that what is selected is sent to. What is there is not made again. */
export const returnsStep = stepKind<ReturnsStep>({
  read({ parts }, where) {
    if (!Array.isArray(parts) || parts.length === 0 || parts.length > mostSends)
      throw new FormatFault(`A set has 1 to ${mostSends} returns.`, `${where}.parts`);
    return {
      parts: parts.map((part, i) => {
        const at = `${where}.parts[${i}]`;
        if (!isRecord(part)) throw new FormatFault("A return has a card and a level.", at);
        return {
          of: readPiece(part.of, `${at}.of`),
          level: readNumber(part.level ?? 0, levelRange.least, levelRange.most, `${at}.level`),
        };
      }),
    };
  },
  cardsOf: ({ parts }) => parts.flatMap(({ of }) => cardOfPiece(of)),
  say: ({ parts }, nameOf) =>
    `send to ${parts.length === 1 ? "a return" : count(parts.length, "return")}: ${parts
      .map(({ of, level }) => `${sayPieceOf(of, nameOf)}${level === 0 ? "" : ` at ${sayLevel(level)}`}`)
      .join(", ")}`,
  run: ({ parts }, stand, world) =>
    put(
      stand,
      {
        puts: parts.map(({ of, level }) => ({ ...putOfPiece(of, world), level })),
        how: "return",
        strength: 100,
      },
      world.newId,
    ).stand,
});
