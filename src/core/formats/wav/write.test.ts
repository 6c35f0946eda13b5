import { describe, expect, it } from "vitest";
import { writeWav24 } from "./write";

describe("writing WAV", () => {
  it("writes a header of 44 bytes and interleaved 24-bit codes, padded to an even length", () => {
    const bytes = writeWav24({ planes: [Float32Array.of(0, 1, -1), Float32Array.of(0.5, 2, -2)], sampleRate: 48_000 });
    const view = new DataView(bytes.buffer);
    const text = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
    expect([text(0), text(8), text(12), text(36)]).toEqual(["RIFF", "WAVE", "fmt ", "data"]);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect([view.getUint16(22, true), view.getUint32(24, true), view.getUint16(34, true), view.getUint32(40, true)]).toEqual([2, 48_000, 24, 18]);
    const code = (i: number) => (view.getUint8(44 + i * 3) | (view.getUint8(45 + i * 3) << 8) | (view.getInt8(46 + i * 3) << 16));
    expect([0, 1, 2, 3, 4, 5].map(code)).toEqual([0, 4_194_304, 8_388_607, 8_388_607, -8_388_607, -8_388_607]);
    expect(writeWav24({ planes: [Float32Array.of(0.1)], sampleRate: 8000 }).length).toBe(48);
  });
});
