// AssemblyScript, 128-bit SIMD. Each function has a plain twin in src/core/signal, which is its slow truth.

const inaudible: f64 = 1e-20;

/**
 * A cascade of second-order sections over two channels at once, in double precision: `x` and `y` hold `frames` floats.
 * `coefficients`: b0 b1 b2 a1 a2 of each section; `state`: z1 and z2 of each section for both channels. States that have
 * died away are cleared every 256 samples, counted by `until`; returns the count for the next call.
 */
export function cascade(x: usize, y: usize, frames: i32, coefficients: usize, state: usize, sections: i32, until: i32, work: usize): i32 {
  for (let i = 0; i < frames; i++) v128.store(work + (<usize>i << 4), f64x2(<f64>load<f32>(x + (<usize>i << 2)), <f64>load<f32>(y + (<usize>i << 2))));
  let left = until;
  for (let s = 0; s < sections; s++) {
    const c = coefficients + <usize>s * 40;
    const b0 = v128.load64_splat(c), b1 = v128.load64_splat(c + 8), b2 = v128.load64_splat(c + 16), a1 = v128.load64_splat(c + 24), a2 = v128.load64_splat(c + 32);
    const at = state + (<usize>s << 5);
    let z1 = v128.load(at), z2 = v128.load(at + 16);
    left = until;
    for (let i = 0; i < frames; ) {
      const end = min(frames, i + left);
      left -= end - i;
      for (; i < end; i++) {
        const w = work + (<usize>i << 4);
        const input = v128.load(w);
        const output = f64x2.add(f64x2.mul(b0, input), z1);
        z1 = f64x2.add(f64x2.sub(f64x2.mul(b1, input), f64x2.mul(a1, output)), z2);
        z2 = f64x2.sub(f64x2.mul(b2, input), f64x2.mul(a2, output));
        v128.store(w, output);
      }
      if (left === 0) {
        left = 256;
        const limit = f64x2.splat(inaudible);
        const dead = v128.and(f64x2.lt(f64x2.abs(z1), limit), f64x2.lt(f64x2.abs(z2), limit));
        z1 = v128.andnot(z1, dead);
        z2 = v128.andnot(z2, dead);
      }
    }
    v128.store(at, z1);
    v128.store(at + 16, z2);
  }
  for (let i = 0; i < frames; i++) {
    const v = v128.load(work + (<usize>i << 4));
    store<f32>(x + (<usize>i << 2), <f32>f64x2.extract_lane(v, 0));
    store<f32>(y + (<usize>i << 2), <f32>f64x2.extract_lane(v, 1));
  }
  return left;
}

/**
 * A feedback delay network of 16 lines in single precision. `places`: of each line the address of its first sample, its
 * length and its present place (i32 each). `direct` = gain · (1 − pole), `poles` and `filtered` (16 floats each), `taps`:
 * 16 floats an output, `outputs` of them, each written to `out` + output · `stride`.
 */
export function network(input: usize, out: usize, stride: usize, frames: i32, places: usize, direct: usize, poles: usize, filtered: usize, taps: usize, outputs: i32): void {
  const d0 = v128.load(direct), d1 = v128.load(direct + 16), d2 = v128.load(direct + 32), d3 = v128.load(direct + 48);
  const p0 = v128.load(poles), p1 = v128.load(poles + 16), p2 = v128.load(poles + 32), p3 = v128.load(poles + 48);
  let f0 = v128.load(filtered), f1 = v128.load(filtered + 16), f2 = v128.load(filtered + 32), f3 = v128.load(filtered + 48);
  const tiny = f32x4.splat(1e-20);
  const alternating = f32x4(1, -1, 1, -1);
  for (let done = 0; done < frames; ) {
    // Up to where the first line wraps, all addresses only grow.
    let run = frames - done;
    for (let k = 0; k < 16; k++) run = min(run, load<i32>(places + <usize>k * 12 + 4) - load<i32>(places + <usize>k * 12 + 8));
    const a0 = load<i32>(places) + (load<i32>(places + 8) << 2), a1 = load<i32>(places + 12) + (load<i32>(places + 20) << 2);
    const a2 = load<i32>(places + 24) + (load<i32>(places + 32) << 2), a3 = load<i32>(places + 36) + (load<i32>(places + 44) << 2);
    const a4 = load<i32>(places + 48) + (load<i32>(places + 56) << 2), a5 = load<i32>(places + 60) + (load<i32>(places + 68) << 2);
    const a6 = load<i32>(places + 72) + (load<i32>(places + 80) << 2), a7 = load<i32>(places + 84) + (load<i32>(places + 92) << 2);
    const a8 = load<i32>(places + 96) + (load<i32>(places + 104) << 2), a9 = load<i32>(places + 108) + (load<i32>(places + 116) << 2);
    const a10 = load<i32>(places + 120) + (load<i32>(places + 128) << 2), a11 = load<i32>(places + 132) + (load<i32>(places + 140) << 2);
    const a12 = load<i32>(places + 144) + (load<i32>(places + 152) << 2), a13 = load<i32>(places + 156) + (load<i32>(places + 164) << 2);
    const a14 = load<i32>(places + 168) + (load<i32>(places + 176) << 2), a15 = load<i32>(places + 180) + (load<i32>(places + 188) << 2);
    for (let i = 0; i < run << 2; i += 4) {
      let l0 = v128.load_zero<u32>(a0 + i);
      l0 = v128.load_lane<u32>(a1 + i, l0, 1);
      l0 = v128.load_lane<u32>(a2 + i, l0, 2);
      l0 = v128.load_lane<u32>(a3 + i, l0, 3);
      let l1 = v128.load_zero<u32>(a4 + i);
      l1 = v128.load_lane<u32>(a5 + i, l1, 1);
      l1 = v128.load_lane<u32>(a6 + i, l1, 2);
      l1 = v128.load_lane<u32>(a7 + i, l1, 3);
      let l2 = v128.load_zero<u32>(a8 + i);
      l2 = v128.load_lane<u32>(a9 + i, l2, 1);
      l2 = v128.load_lane<u32>(a10 + i, l2, 2);
      l2 = v128.load_lane<u32>(a11 + i, l2, 3);
      let l3 = v128.load_zero<u32>(a12 + i);
      l3 = v128.load_lane<u32>(a13 + i, l3, 1);
      l3 = v128.load_lane<u32>(a14 + i, l3, 2);
      l3 = v128.load_lane<u32>(a15 + i, l3, 3);
      f0 = f32x4.add(f32x4.mul(d0, l0), f32x4.mul(p0, f0));
      f1 = f32x4.add(f32x4.mul(d1, l1), f32x4.mul(p1, f1));
      f2 = f32x4.add(f32x4.mul(d2, l2), f32x4.mul(p2, f2));
      f3 = f32x4.add(f32x4.mul(d3, l3), f32x4.mul(p3, f3));
      // What has died away is cleared at once: such numbers are slow, and silence must become silence.
      f0 = v128.and(f0, f32x4.ge(f32x4.abs(f0), tiny));
      f1 = v128.and(f1, f32x4.ge(f32x4.abs(f1), tiny));
      f2 = v128.and(f2, f32x4.ge(f32x4.abs(f2), tiny));
      f3 = v128.and(f3, f32x4.ge(f32x4.abs(f3), tiny));
      const sums = f32x4.add(f32x4.add(f0, f1), f32x4.add(f2, f3));
      const pairs = f32x4.add(sums, v128.shuffle<f32>(sums, sums, 2, 3, 0, 1));
      const total = f32x4.add(pairs, v128.shuffle<f32>(pairs, pairs, 1, 0, 3, 2));
      const at = <usize>((done << 2) + i);
      for (let c = 0; c < outputs; c++) {
        const t = taps + (<usize>c << 6);
        const dots = f32x4.add(f32x4.add(f32x4.mul(v128.load(t), f0), f32x4.mul(v128.load(t + 16), f1)), f32x4.add(f32x4.mul(v128.load(t + 32), f2), f32x4.mul(v128.load(t + 48), f3)));
        const two = f32x4.add(dots, v128.shuffle<f32>(dots, dots, 2, 3, 0, 1));
        store<f32>(out + <usize>c * stride + at, f32x4.extract_lane(two, 0) + f32x4.extract_lane(two, 1));
      }
      const fold = f32x4.sub(f32x4.mul(alternating, v128.load32_splat(input + at)), f32x4.mul(total, f32x4.splat(<f32>0.125)));
      const w0 = f32x4.add(f0, fold), w1 = f32x4.add(f1, fold), w2 = f32x4.add(f2, fold), w3 = f32x4.add(f3, fold);
      v128.store_lane<u32>(a0 + i, w0, 0);
      v128.store_lane<u32>(a1 + i, w0, 1);
      v128.store_lane<u32>(a2 + i, w0, 2);
      v128.store_lane<u32>(a3 + i, w0, 3);
      v128.store_lane<u32>(a4 + i, w1, 0);
      v128.store_lane<u32>(a5 + i, w1, 1);
      v128.store_lane<u32>(a6 + i, w1, 2);
      v128.store_lane<u32>(a7 + i, w1, 3);
      v128.store_lane<u32>(a8 + i, w2, 0);
      v128.store_lane<u32>(a9 + i, w2, 1);
      v128.store_lane<u32>(a10 + i, w2, 2);
      v128.store_lane<u32>(a11 + i, w2, 3);
      v128.store_lane<u32>(a12 + i, w3, 0);
      v128.store_lane<u32>(a13 + i, w3, 1);
      v128.store_lane<u32>(a14 + i, w3, 2);
      v128.store_lane<u32>(a15 + i, w3, 3);
    }
    done += run;
    for (let k = 0; k < 16; k++) {
      const place = places + <usize>k * 12;
      const next = load<i32>(place + 8) + run;
      store<i32>(place + 8, next === load<i32>(place + 4) ? 0 : next);
    }
  }
  v128.store(filtered, f0);
  v128.store(filtered + 16, f1);
  v128.store(filtered + 32, f2);
  v128.store(filtered + 48, f3);
}
