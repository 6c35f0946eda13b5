import { covering, type EarlierPicture } from "../../picture/earlier";
import type { Frame } from "../../picture/frame";
import type { PictureWork } from "../../picture/work";

/** A pixel of a plane between pixels, across or down by a part of one; beyond the edge it goes on as it ends. */
const between = (plane: Float32Array, at: number, next: number, part: number) =>
  part === 0 ? plane[at] : plane[at] + (plane[next] - plane[at]) * part;

/**
 * The later picture moved in along a way (`wx`, `wy`), of which a share is done, over the earlier one, which stands or is
 * moved out before it.
 */
export function movedIn(
  frame: Frame,
  earlier: EarlierPicture | null | undefined,
  [wx, wy]: readonly [number, number],
  share: number,
  isPushing: boolean,
): PictureWork {
  const { width, height } = frame;
  const before = covering(earlier, frame);
  const across = wx !== 0;
  const size = across ? width : height;
  const direction = across ? wx : wy;
  // Where along the way a pixel of the frame comes from: of the later picture, or of the earlier one.
  const shift = direction * size * (share - 1);
  const pushed = direction * size * share;
  return {
    kind: "geometry",
    frame,
    run(planes, target, from, to) {
      const inside = (at: number) => Math.min(size - 1, Math.max(0, at));
      for (let y = from; y < to; y++)
        for (let x = 0, out = y * width; x < width; x++, out++) {
          const place = across ? x : y;
          const own = place - shift;
          // How much of the pixel the later picture covers.
          const seen = Math.min(1, Math.max(0, direction > 0 ? size - own : own + 1));
          const old = isPushing ? place - pushed : place;
          const index = (at: number) => (across ? y * width + inside(at) : inside(at) * width + x);
          for (let c = 0; c < 3; c++) {
            const low = Math.floor(own);
            const late = seen > 0 ? between(planes[c], index(low), index(low + 1), own - low) : 0;
            if (seen === 1) {
              target[c][out] = late;
              continue;
            }
            const under = Math.floor(old);
            const was = between(before.planes[c], index(under), index(under + 1), old - under);
            target[c][out] = was + (late - was) * seen;
          }
        }
    },
  };
}
