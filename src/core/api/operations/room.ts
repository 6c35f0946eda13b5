import { operation, ofLibrary } from "../operation";

/** How much material a library holds, how much it may, and how much more there is room for, in bytes. */
export interface Room {
  readonly used: number;
  readonly quota: number;
  readonly left: number;
}

export const room = operation<Room>()({
  method: "GET",
  path: `${ofLibrary}/room`,
  summary: "How much material there is room for",
  needs: "bench",
  answer: "Bytes: `used`, `quota`, and what is `left`",
});
