import { diagonal } from "../../picture/frame";
import { defineVideoEffect } from "../define";
import { degrees, percent } from "../parameter";
import { nothing } from "../image/work";

/** Steps along the way at most; longer ones are further apart than a pixel. */
const mostSteps = 48;

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
                for (const { x: dx, y: dy, u, v } of places) {
                  const upper = inside(y + dy, height) * width;
                  const lower = inside(y + dy + 1, height) * width;
                  const [a, b, d, e] = [(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v];
                  // Where both columns lie within the picture nothing has to be asked.
                  const first = Math.min(width, Math.max(0, -dx));
                  const last = Math.max(first, Math.min(width, width - 1 - dx));
                  const edge = (x: number) => {
                    const [left, right] = [inside(x + dx, width), inside(x + dx + 1, width)];
                    sum[x] +=
                      a * plane[upper + left] +
                      b * plane[upper + right] +
                      d * plane[lower + left] +
                      e * plane[lower + right];
                  };
                  for (let x = 0; x < first; x++) edge(x);
                  for (let x = first, p = upper + first + dx, q = lower + first + dx; x < last; x++, p++, q++)
                    sum[x] += a * plane[p] + b * plane[p + 1] + d * plane[q] + e * plane[q + 1];
                  for (let x = last; x < width; x++) edge(x);
                }
                for (let x = 0; x < width; x++) planes[c][y * width + x] = sum[x] / steps;
              }
          },
        },
      ],
    };
  },
});
