/** Milliseconds until it is asked again, growing. */
const [firstWait, longestWait] = [400, 5000];

interface Asking {
  /** Whether the same question may be answered later by itself. */
  isPassing(error: unknown): boolean;
  wait(milliseconds: number): Promise<unknown>;
}

/** Asks until there is an answer. Rejects with what is no passing trouble. */
export async function untilAnswered<T>(ask: () => Promise<T>, { isPassing, wait }: Asking): Promise<T> {
  for (let rest = firstWait; ; rest = Math.min(longestWait, rest * 2))
    try {
      return await ask();
    } catch (error) {
      if (!isPassing(error)) throw error;
      await wait(rest);
    }
}

export const sleep = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, milliseconds));
