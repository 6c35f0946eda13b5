import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { amplitudeAt, noise } from "../../../../testing/signals";
import { wavEncodings, wavHeader, wavHeaderBytes as headerBytes, wavSamples } from "./encode";
import { maskOf } from "../../signal/speakers";
import { writeWav } from "./write";

const wavHeaderBytes = headerBytes({ channels: 2 });
const text = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

describe("writing WAV", () => {
  it("writes 24-bit codes interleaved, clipped at full scale, padded to an even length", () => {
    const bytes = writeWav({
      planes: [Float32Array.of(0, 1, -1), Float32Array.of(0.5, 2, -2)],
      sampleRate: 48_000,
    });
    const view = new DataView(bytes.buffer);
    expect([
      text(bytes, 0),
      text(bytes, 8),
      text(bytes, 12),
      text(bytes, 48),
      text(bytes, wavHeaderBytes - 8),
    ]).toEqual(["RIFF", "WAVE", "JUNK", "fmt ", "data"]);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect([
      view.getUint16(56, true),
      view.getUint16(58, true),
      view.getUint32(60, true),
      view.getUint16(70, true),
    ]).toEqual([1, 2, 48_000, 24]);
    expect(view.getUint32(wavHeaderBytes - 4, true)).toBe(18);
    const code = (i: number) =>
      view.getUint8(wavHeaderBytes + i * 3) |
      (view.getUint8(wavHeaderBytes + 1 + i * 3) << 8) |
      (view.getInt8(wavHeaderBytes + 2 + i * 3) << 16);
    expect([0, 1, 2, 3, 4, 5].map(code)).toEqual([
      0, 4_194_304, 8_388_607, 8_388_607, -8_388_608, -8_388_608,
    ]);
    expect(writeWav({ planes: [Float32Array.of(0.1)], sampleRate: 8000 }).length).toBe(wavHeaderBytes + 4);
  });

  it("writes 32-bit codes to the last of them", () => {
    const bytes = writeWav({ planes: [Float32Array.of(1, -1, 0.5, 0)], sampleRate: 8000 }, "s32");
    expect([...new Int32Array(bytes.slice(wavHeaderBytes).buffer)]).toEqual([
      2_147_483_647, -2_147_483_648, 1_073_741_824, 0,
    ]);
  });

  it("dithers 16-bit codes: what is softer than a code survives in the mean, the error does not follow the signal, silence stays", () => {
    const length = 48_000;
    const soft = Float32Array.from(
      { length },
      (_, i) => (0.4 / 32_768) * Math.sin((2 * Math.PI * 1000 * i) / 48_000),
    );
    const codes = new Int16Array(
      writeWav({ planes: [soft, new Float32Array(length)], sampleRate: 48_000 }, "s16").slice(wavHeaderBytes)
        .buffer,
    );
    const left = Float32Array.from({ length }, (_, i) => codes[2 * i]);
    expect(amplitudeAt(left, 1000, 48_000)).toBeCloseTo(0.4, 1);
    // Distortion would lie at multiples of it.
    for (const harmonic of [2000, 3000, 5000]) expect(amplitudeAt(left, harmonic, 48_000)).toBeLessThan(0.03);
    expect(codes.filter((_, i) => i % 2 === 1).every((code) => code === 0)).toBe(true);
    // Triangular noise and rounding: a quarter of a code's square together. Source: Lipshitz, Wannamaker, Vanderkooy 1992.
    const error = left.map((v, i) => v - 32_768 * soft[i]).filter((_, i) => soft[i] !== 0);
    expect(error.reduce((sum, e) => sum + e * e, 0) / error.length).toBeCloseTo(0.25, 1);
  });

  it("gives every code of 16 bits back, and codes of 24 and 32 bits that are floats, without dither", () => {
    const codes = Int16Array.from({ length: 65_536 }, (_, i) => i - 32_768);
    expect([
      ...new Int16Array(
        writeWav({ planes: [Float32Array.from(codes, (c) => c / 32_768)], sampleRate: 8000 }, "s16").slice(
          wavHeaderBytes,
        ).buffer,
      ),
    ]).toEqual([...codes]);
    const deep = noise(5000, 4).map((v) => Math.floor(v * 2 ** 23));
    const bytes = Buffer.from(
      writeWav({ planes: [deep.map((c) => c / 2 ** 23)], sampleRate: 8000 }).slice(wavHeaderBytes),
    );
    deep.forEach((code, i) => expect(bytes.readIntLE(3 * i, 3)).toBe(code));
    expect([
      ...new Int32Array(
        writeWav({ planes: [deep.map((c) => c / 2 ** 23)], sampleRate: 8000 }, "s32").slice(wavHeaderBytes)
          .buffer,
      ),
    ]).toEqual([...deep].map((c) => c * 256));
  });

  it("counts what does not fit, with the largest of it; full scale itself fits", () => {
    const clipping = { samples: 0, peak: 0 };
    wavSamples([Float32Array.of(1, -1, 1.5, -2, 0.3)], 5, "s24", 0, clipping);
    expect(clipping).toEqual({ samples: 2, peak: 2 });
  });

  it("names its loudspeakers where it is told them (WAVEFORMATEXTENSIBLE), as ffprobe reads it", () => {
    const wav = writeWav(
      { planes: [0, 1, 2, 3].map(() => Float32Array.of(0.1, 0.2)), sampleRate: 48_000 },
      "s24",
      maskOf(["FL", "FR", "FC", "BC"]),
    );
    const { stdout } = spawnSync(
      "ffprobe",
      [
        "-v",
        "error",
        "-show_entries",
        "stream=channel_layout,codec_name,bits_per_sample",
        "-of",
        "default=nw=1:nk=1",
        "-",
      ],
      { input: wav, encoding: "utf8" },
    );
    expect(stdout.trim().split("\n")).toEqual(["pcm_s24le", "4.0", "24"]);
  });

  it("names the usual loudspeakers of more than two channels, where it is told none", () => {
    const layouts = Array.from({ length: 8 }, (_, n) => {
      const planes = Array.from({ length: n + 1 }, () => Float32Array.of(0.1, 0.2));
      const { stdout } = spawnSync(
        "ffprobe",
        ["-v", "error", "-show_entries", "stream=channel_layout", "-of", "default=nw=1:nk=1", "-"],
        { input: writeWav({ planes, sampleRate: 48_000 }), encoding: "utf8" },
      );
      return stdout.trim();
    });
    expect(layouts.slice(2)).toEqual(["3.0", "quad", "5.0", "5.1", "6.1", "7.1"]);
  });

  it("gives the same bytes in blocks of any size", () => {
    const planes = [noise(1000, 1), noise(1000, 2)];
    for (const encoding of wavEncodings) {
      const whole = wavSamples(planes, 1000, encoding);
      const parts = [0, 7, 400, 401].map((from, n, all) =>
        wavSamples(
          planes.map((p) => p.subarray(from)),
          (all[n + 1] ?? 1000) - from,
          encoding,
          from,
        ),
      );
      expect(Buffer.concat(parts)).toEqual(Buffer.from(whole));
    }
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
