/** Lets others have their turn; throws where the work is no longer wanted. */
export type Breathe = () => Promise<void> | void;

/** Runs turns to their end; where `breathe` throws between two of them, they are ended. */
export async function patiently<Result>(turns: Generator<void, Result>, breathe: Breathe): Promise<Result> {
  try {
    for (;;) {
      const { done, value } = turns.next();
      if (done) return value;
      await breathe();
    }
  } finally {
    turns.return(undefined as never);
  }
}

/** Runs turns to their end without a pause. */
export function atOnce<Result>(turns: Generator<void, Result>): Result {
  for (;;) {
    const { done, value } = turns.next();
    if (done) return value;
  }
}
