import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { frameAt, sayTimecode, secondsOf, type Rate } from "./timecode";

interface Labelled {
  readonly id: string;
  readonly num: number;
  readonly den: number;
  readonly drop: boolean;
  readonly frame: number;
  readonly timecode: string;
}

describe("timecode", () => {
  // Source: the counting rule of SMPTE ST 12-1 written out label by label, and agreed with by smpte-timecode and ffmpeg; see there.
  it.each(reference<Labelled>("timecode").map((one) => [one.id, one] as const))("%s", (_, one) => {
    expect(sayTimecode(one.frame, [one.num, one.den], one.drop)).toBe(one.timecode);
  });

  // Source: ffmpeg's own counting in mpeg2video, read back with ffprobe.
  it.each(
    reference<{ start: string; labels: string[] }>("timecode_sequences").map(
      (one) => [one.start, one] as const,
    ),
  )("from %s on", (start, { labels }) => {
    const rate = [30000, 1001] as const;
    let frame = 0;
    while (sayTimecode(frame, rate) !== start) frame++;
    expect(labels.map((_, i) => sayTimecode(frame + i + 1, rate))).toEqual(labels);
  });

  it("never says a label that there is not", () => {
    const said = new Set(
      Array.from({ length: 30 * 3600 * 2 }, (_, frame) => sayTimecode(frame, [30000, 1001])),
    );
    const labels = reference<{ timecode: string; validByRule: boolean }>("timecode_validity");
    for (const { timecode, validByRule } of labels.filter((one) => one.timecode < "02:00:00;00"))
      expect([timecode, said.has(timecode)]).toEqual([timecode, validByRule]);
  });

  it("counts on label by label over an hour, each later than the one before, and drops only what is to be dropped", () => {
    for (const rate of [
      [30000, 1001],
      [60000, 1001],
    ] as const) {
      const nominal = Math.round(rate[0] / rate[1]);
      let last = "";
      for (let frame = 0; frame < nominal * 3600; frame++) {
        const label = sayTimecode(frame, rate);
        if (!(label > last)) throw new Error(`${label} follows ${last}`);
        last = label;
      }
    }
  });

  it("leads from a frame to its time and back, at any rate", () => {
    const rates: Rate[] = [
      [25, 1],
      [24000, 1001],
      [30000, 1001],
      [50, 1],
      [60000, 1001],
      [240, 1],
    ];
    fc.assert(
      fc.property(fc.constantFrom(...rates), fc.integer({ min: 0, max: 3_000_000 }), (rate, frame) => {
        expect(frameAt(secondsOf(frame, rate), rate)).toBe(frame);
        expect(frameAt(secondsOf(frame + 0.9, rate), rate)).toBe(frame);
      }),
    );
  });
});
