/** Holds a signal back by a fixed number of samples, such as a dry path beside a wet one that lags. */
export class Hold {
  private readonly lines: Float32Array[];
  private at = 0;

  constructor(
    private readonly length: number,
    channels: number,
  ) {
    this.lines = Array.from({ length: channels }, () => new Float32Array(length));
  }

  /** Replaces the first `frames` samples of every channel by those `length` samples earlier. */
  process(blocks: readonly Float32Array[], frames: number): void {
    const { length, lines } = this;
    if (length === 0) return;
    let end = this.at;
    for (let c = 0; c < blocks.length; c++) {
      const line = lines[c];
      const block = blocks[c];
      let at = this.at;
      for (let i = 0; i < frames; i++) {
        const out = line[at];
        line[at] = block[i];
        block[i] = out;
        if (++at === length) at = 0;
      }
      end = at;
    }
    this.at = end;
  }
}
