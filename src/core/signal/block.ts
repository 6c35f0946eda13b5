import type { KernelInstance } from "../kernels/instance";

/** The surroundings in which an audio effect runs. */
export interface AudioContextFacts {
  /** Samples a second. */
  readonly sampleRate: number;
  /** 1 to 8. */
  readonly channels: number;
  /** Loudspeakers of the channels, where the material names them; see `speakers`. */
  readonly mask?: number;
  /**
   * Where the chain's blocks lie, at most `longestBlock` samples each, and where an effect reserves what its kernels
   * need; only while it is created. Absent where kernels cannot run: then their plain twins do.
   */
  readonly kernels?: KernelInstance;
}

/** Samples of a block within a chain, at most; the result never depends on it. */
export const longestBlock = 1024;
