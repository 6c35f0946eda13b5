import type { RenderedLoop } from "@/workers/render-messages";

export type Side = "before" | "after";

/** Long enough for no click, short enough to seem instant. */
const fade = 0.008;

interface Voice {
  readonly source: AudioBufferSourceNode;
  readonly gain: GainNode;
}

/**
 * Plays two versions of a loop in step, one of them heard. Switching sides or exchanging a version keeps the place in
 * the loop and crosses over within milliseconds, so there is no gap.
 */
export class LoopPlayer {
  private readonly context: AudioContext;
  private readonly loops: Record<Side, { rendered: RenderedLoop; level: number } | null> = {
    before: null,
    after: null,
  };
  private readonly voices: Record<Side, Voice | null> = { before: null, after: null };
  /** The context's time at which the loop's beginning is or would have been, and from which on it sounds. */
  private startedAt = 0;
  private soundsFrom = 0;
  private heard: Side = "after";
  playing = false;

  /** `sampleRate` of the material, so that it is heard without being resampled twice. */
  constructor(readonly sampleRate: number) {
    this.context = new AudioContext({ sampleRate, latencyHint: "interactive" });
  }

  /** Seconds into the loop of what is heard now, or null while nothing plays. */
  get position(): number | null {
    const loop = this.loops.before ?? this.loops.after;
    if (!this.playing || !loop) return null;
    const length = loop.rendered.planes[0].length / this.sampleRate;
    return (Math.max(this.soundsFrom, this.heardTime) - this.startedAt) % length;
  }

  /**
   * The context's time of what leaves the loudspeakers now. Its current time is that of what is computed next, and goes
   * by what is computed at once.
   */
  private get heardTime(): number {
    const { contextTime, performanceTime } = this.context.getOutputTimestamp();
    // Nothing has come out yet, or the browser does not say.
    if (!contextTime || !performanceTime) return this.context.currentTime - (this.context.outputLatency || 0);
    return contextTime + (performance.now() - performanceTime) / 1000;
  }

  /** Exchanges one version; `level` is linear. A loop of another length starts from its beginning. */
  set(side: Side, rendered: RenderedLoop, level: number): void {
    const before = this.loops[side];
    this.loops[side] = { rendered, level };
    if (!this.playing) return;
    if (before?.rendered.planes[0].length !== rendered.planes[0].length)
      this.startedAt = this.soundsFrom = this.context.currentTime + 0.02;
    if (before?.rendered === rendered) {
      this.voices[side]?.gain.gain.setTargetAtTime(
        side === this.heard ? level : 0,
        this.context.currentTime,
        fade / 3,
      );
      return;
    }
    this.startVoice(side);
  }

  hear(side: Side): void {
    this.heard = side;
    for (const each of ["before", "after"] as const)
      this.voices[each]?.gain.gain.setTargetAtTime(
        each === side ? (this.loops[each]?.level ?? 1) : 0,
        this.context.currentTime,
        fade / 3,
      );
  }

  /** Plays from `from` seconds into the loop on. */
  async play(from = 0): Promise<void> {
    this.playing = true;
    await this.context.resume();
    if (!this.playing) return;
    this.soundsFrom = this.context.currentTime + 0.02;
    this.startedAt = this.soundsFrom - from;
    for (const side of ["before", "after"] as const) if (this.loops[side]) this.startVoice(side);
  }

  stop(): void {
    this.playing = false;
    for (const side of ["before", "after"] as const) this.stopVoice(side);
  }

  close(): void {
    this.stop();
    void this.context.close();
  }

  private startVoice(side: Side): void {
    const { rendered, level } = this.loops[side]!;
    this.stopVoice(side);
    const buffer = this.context.createBuffer(
      rendered.planes.length,
      rendered.planes[0].length,
      this.sampleRate,
    );
    rendered.planes.forEach((plane, c) => buffer.copyToChannel(plane as Float32Array<ArrayBuffer>, c));
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    source.loop = true;
    const gain = this.context.createGain();
    gain.gain.value = 0;
    source.connect(gain).connect(this.context.destination);
    const now = this.context.currentTime;
    const at = Math.max(now, this.startedAt);
    source.start(at, (at - this.startedAt) % buffer.duration);
    if (side === this.heard) gain.gain.setTargetAtTime(level, at, fade / 3);
    this.voices[side] = { source, gain };
  }

  private stopVoice(side: Side): void {
    const voice = this.voices[side];
    if (!voice) return;
    const now = this.context.currentTime;
    voice.gain.gain.setTargetAtTime(0, now, fade / 3);
    voice.source.stop(now + fade * 2);
    this.voices[side] = null;
  }
}
