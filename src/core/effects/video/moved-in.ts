import { covering, type EarlierPicture } from "../../picture/earlier";
import type { Frame } from "../../picture/frame";
import type { PictureWork } from "../../picture/work";

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
  // Where along the way each pixel of the frame comes from: of the later picture, and of the earlier one.
  const inside = (at: number) => Math.min(size - 1, Math.max(0, at));
  const along = (shift: number) => {
    const places = Array.from({ length: size }, (_, place) => place - shift);
    return {
      low: Int32Array.from(places, (at) => inside(Math.floor(at))),
      next: Int32Array.from(places, (at) => inside(Math.floor(at) + 1)),
      part: Float64Array.from(places, (at) => at - Math.floor(at)),
    };
  };
  const late = along(direction * size * (share - 1));
  const early = along(isPushing ? direction * size * share : 0);
  // How much of each pixel the later picture covers.
  const seen = Float64Array.from({ length: size }, (_, place) => {
    const own = place - direction * size * (share - 1);
    return Math.min(1, Math.max(0, direction > 0 ? size - own : own + 1));
  });
  return {
    kind: "geometry",
    frame,
    run(planes, target, from, to) {
      for (let c = 0; c < 3; c++) {
        const [now, then, out] = [planes[c], before.planes[c], target[c]];
        for (let y = from; y < to; y++) {
          const row = y * width;
          for (let x = 0; x < width; x++) {
            const place = across ? x : y;
            const [from, step] = across ? [row, 1] : [x, width];
            const cover = seen[place];
            let value = 0;
            if (cover < 1) {
              const a = then[from + early.low[place] * step];
              value = a + (then[from + early.next[place] * step] - a) * early.part[place];
            }
            if (cover > 0) {
              const a = now[from + late.low[place] * step];
              value += (a + (now[from + late.next[place] * step] - a) * late.part[place] - value) * cover;
            }
            out[row + x] = value;
          }
        }
      }
    },
  };
}
