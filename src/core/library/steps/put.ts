import { wayOf, type WayId } from "../../chain/ways";
import { put } from "../putting";
import {
  cardOfPiece,
  putOfPiece,
  readOf,
  readPiece,
  readWay,
  sayPieceOf,
  stepKind,
  strengthNumber,
  type Piece,
} from "./define";

export interface PutStep {
  readonly of: Piece;
  readonly how: Exclude<WayId, "at">;
  /** Percent. */
  readonly strength: number;
}

/** Puts a card or settings on what is selected, in a way that needs no chosen setting. */
export const putStep = stepKind<PutStep>({
  read({ of, how = "replace", ...fields }, where) {
    return {
      of: readPiece(of, `${where}.of`),
      how: readWay(how, `${where}.how`),
      strength: readOf(fields, strengthNumber, where, 100),
    };
  },
  numbers: [strengthNumber],
  cardsOf: ({ of }) => cardOfPiece(of),
  say: ({ of, how, strength }, nameOf) =>
    `${wayOf(how).does(sayPieceOf(of, nameOf))}${strength === 100 ? "" : ` at ${strength} %`}`,
  run: ({ of, how, strength }, stand, world) =>
    put(stand, { puts: [putOfPiece(of, world)], how, strength }, world.newId).stand,
});
