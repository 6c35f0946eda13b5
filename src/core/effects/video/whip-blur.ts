import { diagonal } from "../../picture/frame";
import { defineVideoEffect } from "../define";
import { degrees, percent } from "../parameter";
import { nothing } from "../image/work";

/** Steps along the way at most; longer ones are further apart than a pixel. */
const mostSteps = 96;

/**
 * As of a camera that is swung round: the mean of linear light along a straight way through each pixel, which goes on at
 * the edges as they end; bilinear between pixels. Source: motion blur as a box along the path, Potmesil & Chakravarty 1983.
 */
export const whipBlur = defineVideoEffect({
  id: "video.whip-blur",
  name: "Whip blur",
  short: "Whip",
  category: "motion",
  summary: "Smeared along one direction, as of a camera that is swung round.",
  parameters: {
    length: percent({
      label: "Length",
      help: "Of the way, in hundredths of the diagonal.",
      min: 0,
      max: 50,
      default: 5,
      resolution: 0.01,
    }),
    direction: degrees({
      label: "Direction",
      help: "0° across, 90° up and down.",
      min: -180,
      max: 180,
      default: 0,
    }),
  },
  key: ["length", "direction"],
  encoding: "linear",
  create({ length, direction }, frame) {
    const way = (length / 100) * diagonal(frame);
    if (way < 0.05) return nothing;
    const { width, height } = frame;
    const radians = (direction * Math.PI) / 180;
    const steps = Math.min(mostSteps, Math.max(2, Math.ceil(way) + 1));
    const places = Array.from({ length: steps }, (_, k) => {
      const along = way * ((k + 0.5) / steps - 0.5);
      const [dx, dy] = [along * Math.cos(radians), along * Math.sin(radians)];
      return { x: Math.floor(dx), y: Math.floor(dy), u: dx - Math.floor(dx), v: dy - Math.floor(dy) };
    });
    const inside = (at: number, size: number) => (at < 0 ? 0 : at >= size ? size - 1 : at);
    return {
      kind: "area",
      scratch: 3,
      passes: [
        {
          lines: height,
          run: (planes, scratch, from, to) =>
            scratch.forEach((kept, c) =>
              kept.set(planes[c].subarray(from * width, to * width), from * width),
            ),
        },
        {
          lines: height,
          run(planes, scratch, from, to) {
            const sum = new Float64Array(width);
            for (let y = from; y < to; y++)
              for (let c = 0; c < 3; c++) {
                const plane = scratch[c];
                sum.fill(0);
                for (const place of places) {
                  const upper = inside(y + place.y, height) * width;
                  const lower = inside(y + place.y + 1, height) * width;
                  const { u, v } = place;
                  for (let x = 0; x < width; x++) {
                    const left = inside(x + place.x, width);
                    const right = inside(x + place.x + 1, width);
                    const above = plane[upper + left] + (plane[upper + right] - plane[upper + left]) * u;
                    const below = plane[lower + left] + (plane[lower + right] - plane[lower + left]) * u;
                    sum[x] += above + (below - above) * v;
                  }
                }
                for (let x = 0; x < width; x++) planes[c][y * width + x] = sum[x] / steps;
              }
          },
        },
      ],
    };
  },
});
