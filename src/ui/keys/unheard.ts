/** Milliseconds between two letters of a word that is typed, at most. */
const withinWord = 700;

/**
 * Text that was meant for what a refused key would have opened, with its spaces and what was typed wrong and taken away
 * again: it runs nothing. A pause, Enter, which would have sent it, or any other key ends it.
 */
export class UnheardLetters {
  private last = -Infinity;

  /** A key was refused. Times are in milliseconds. */
  begin(now: number): void {
    this.last = now;
  }

  /** Whether a press belongs to it; `isBare` where it is a character without a modifier. */
  take(key: string, isBare: boolean, now: number): boolean {
    const isText = isBare || key === " " || key === "Backspace";
    const follows = (isText || key === "Enter") && now - this.last <= withinWord;
    this.last = follows && isText ? now : -Infinity;
    return follows;
  }
}
