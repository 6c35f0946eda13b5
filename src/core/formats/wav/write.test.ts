import { describe, expect, it } from "vitest";
import { wavHeader, wavHeaderBytes } from "./encode";
import { writeWav } from "./write";

const text = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

describe("writing WAV", () => {
  it("writes 24-bit codes interleaved, clipped at full scale, padded to an even length", () => {
    const bytes = writeWav({ planes: [Float32Array.of(0, 1, -1), Float32Array.of(0.5, 2, -2)], sampleRate: 48_000 });
    const view = new DataView(bytes.buffer);
    expect([text(bytes, 0), text(bytes, 8), text(bytes, 12), text(bytes, 48), text(bytes, wavHeaderBytes - 8)]).toEqual(["RIFF", "WAVE", "JUNK", "fmt ", "data"]);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect([view.getUint16(56, true), view.getUint16(58, true), view.getUint32(60, true), view.getUint16(70, true)]).toEqual([1, 2, 48_000, 24]);
    expect(view.getUint32(wavHeaderBytes - 4, true)).toBe(18);
    const code = (i: number) => view.getUint8(wavHeaderBytes + i * 3) | (view.getUint8(wavHeaderBytes + 1 + i * 3) << 8) | (view.getInt8(wavHeaderBytes + 2 + i * 3) << 16);
    expect([0, 1, 2, 3, 4, 5].map(code)).toEqual([0, 4_194_304, 8_388_607, 8_388_607, -8_388_607, -8_388_607]);
    expect(writeWav({ planes: [Float32Array.of(0.1)], sampleRate: 8000 }).length).toBe(wavHeaderBytes + 4);
  });

  it("keeps floats beyond full scale as they are", () => {
    const bytes = writeWav({ planes: [Float32Array.of(0.1, -3.5)], sampleRate: 8000 }, "f32");
    expect([...new Float32Array(bytes.slice(wavHeaderBytes).buffer)]).toEqual([Math.fround(0.1), -3.5]);
  });

  it("becomes RF64 beyond 4 GB, with the sizes in 64 bits (EBU Tech 3306)", () => {
    const facts = { channels: 2, sampleRate: 48_000, frames: 1_000_000_000, encoding: "s24" } as const;
    const bytes = wavHeader(facts);
    const view = new DataView(bytes.buffer);
    expect([text(bytes, 0), text(bytes, 12)]).toEqual(["RF64", "ds64"]);
    expect(view.getUint32(4, true)).toBe(0xffffffff);
    expect(view.getBigUint64(28, true)).toBe(6_000_000_000n);
    expect(view.getBigUint64(36, true)).toBe(1_000_000_000n);
    expect(view.getUint32(wavHeaderBytes - 4, true)).toBe(0xffffffff);
  });
});
