/** Milliseconds between two letters of a word that is typed, at most. */
const withinWord = 700;

/**
 * Letters that were meant for what a refused key would have opened: they follow each other, and run nothing. A pause or
 * any other key ends them.
 */
export class UnheardLetters {
  private last = -Infinity;

  /** A key was refused. Times are in milliseconds. */
  begin(now: number): void {
    this.last = now;
  }

  /** Whether a press belongs to them. */
  take(isCharacter: boolean, now: number): boolean {
    const follows = isCharacter && now - this.last <= withinWord;
    this.last = follows ? now : -Infinity;
    return follows;
  }
}
