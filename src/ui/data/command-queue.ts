import { v7 as newId } from "uuid";
import { api, isPassing } from "./api";
import { sleep, untilAnswered } from "./until-answered";
import type { CommandAnswer } from "@/core/api/command";

/** How a request looks when its turn comes: later ones may depend on what earlier ones brought. */
type MakeBody = () => object;

/**
 * Sends commands one after another. A server that cannot be reached is tried again with the same request id until it
 * answers, so that nothing is lost and nothing done twice; refusals go back to who asked.
 */
export class CommandQueue {
  private tail: Promise<unknown> = Promise.resolve();
  private open = 0;
  private waiting = false;

  /** `onState` hears how many commands are on their way and whether the server keeps them waiting. */
  constructor(
    private readonly libraryId: string,
    private readonly onState: (open: number, waiting: boolean) => void,
  ) {}

  /**
   * `path` is below the library's address: `commands/keep-card` or `take-back`. Where it is refused and `isAgain` says so
   * it is made and sent once more, before all that was asked for after it.
   */
  send<Result extends object>(
    path: string,
    makeBody: MakeBody,
    isAgain: (refusal: unknown) => boolean = () => false,
  ): Promise<CommandAnswer<Result>> {
    this.report(+1, this.waiting);
    const turn = this.tail.then(async () => {
      for (;;)
        try {
          return await this.deliver<Result>(path, { ...makeBody(), requestId: newId() });
        } catch (error) {
          if (!isAgain(error)) throw error;
        }
    });
    this.tail = turn.catch(() => undefined).then(() => this.report(-1, false));
    return turn;
  }

  /** Counts something that waits to be sent as unsaved, until the returned function is called. */
  hold(): () => void {
    this.report(+1, this.waiting);
    return () => this.report(-1, this.waiting);
  }

  private deliver<Result extends object>(path: string, body: object): Promise<CommandAnswer<Result>> {
    return untilAnswered(
      () => api<CommandAnswer<Result>>(`/api/libraries/${this.libraryId}/${path}`, { method: "POST", body }),
      {
        isPassing,
        wait: (milliseconds) => {
          this.report(0, true);
          return sleep(milliseconds);
        },
      },
    );
  }

  private report(difference: number, waiting: boolean): void {
    this.open += difference;
    this.waiting = waiting && this.open > 0;
    this.onState(this.open, this.waiting);
  }
}
