import type { DecodedFile } from "../effects/define";
import type { Frame } from "../picture/frame";
import type { Chain } from "./model";
import { planImage, type ImagePlan } from "./plan-image";
import { runLines, runPoints, runner, type ImageRunner, type Turn } from "./run-image";

/** What a helper is told: first which chain is run on which frame, then which lines of which turn. */
export type HelperMessage =
  | {
      readonly kind: "plan";
      readonly chain: Chain;
      readonly strength: number;
      readonly frame: Frame;
      readonly files: readonly (readonly [string, DecodedFile])[];
    }
  | {
      readonly kind: "lines";
      readonly turn: Turn;
      readonly from: number;
      readonly to: number;
      readonly done: Int32Array;
    };

/** Another thread that runs lines of the same plan on the same, shared planes. */
export class LinesHelper {
  private plan: ImagePlan | null = null;

  take(message: HelperMessage): void {
    if (message.kind === "plan") {
      const files = new Map(message.files);
      this.plan = planImage(message.chain, message.strength, message.frame, {
        files: (hash) => files.get(hash),
      });
      return;
    }
    const { turn, from, to, done } = message;
    // A failure is told, not kept: the one who waits must not wait for ever.
    let result = 1;
    try {
      runLines(this.plan!.stages[turn.stage], turn, runPoints, from, to);
    } catch {
      result = 2;
    }
    Atomics.store(done, 0, result);
    Atomics.notify(done, 0);
  }
}

/** Fewer lines than this are not worth the way to another thread. */
const fewest = 64;
/** A helper that does not answer for this long, in milliseconds, has failed. */
const patience = 60_000;

/**
 * A runner that gives a helper half of every turn and waits for it. Planes are shared; `post` hands a message to the
 * helper. Pre: this thread may wait (a worker, or Node), and shared memory is there.
 */
export function sharedRunner(post: (message: HelperMessage) => void): ImageRunner {
  return {
    plane: (length) => new Float32Array(new SharedArrayBuffer(4 * length)),
    points: runner.points,
    *lines(turn, run) {
      const half = Math.ceil(turn.lines / 2);
      if (turn.lines < fewest) {
        run(0, turn.lines);
        return;
      }
      const done = new Int32Array(new SharedArrayBuffer(4));
      post({ kind: "lines", turn, from: half, to: turn.lines, done });
      run(0, half);
      Atomics.wait(done, 0, 0, patience);
      if (Atomics.load(done, 0) !== 1) throw new Error("a helper did not finish its part of the picture");
    },
  };
}
