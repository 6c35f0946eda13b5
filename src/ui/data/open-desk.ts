import type { QueryClient } from "@tanstack/react-query";
import type { CommandAnswer } from "@/core/api/command";
import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import type { HistoryEntry } from "@/core/api/operations/history";
import { sentence } from "@/core/library/words";
import type { FileSource } from "@/workers/render-messages";
import { Alike } from "./alike";
import { askAs, isPassing, sayError } from "./api";
import type { CatchingUp } from "./catching-up";
import { CommandQueue } from "./command-queue";
import { report } from "./faults";
import { Finder } from "./finder";
import { incomingOver } from "./incoming-line";
import { catchingUp, historyKey, lookAtAll, sessionLine, takeChange, takeEvent } from "./library-data";
import { LibraryStore } from "./library-store";
import { followLibrary } from "./live";
import { NoticeBoard, type Notice } from "./notices";
import { Renderer } from "./renderer";
import { Sessions } from "./session-store";
import { Store } from "./store";
import { TakeIn } from "./take-in";
import { sleep } from "./until-answered";

interface Unsaved {
  readonly open: number;
  readonly waiting: boolean;
}

const behind = "What others change is not here yet: the server does not answer. It is asked again by itself.";

/** Listens to something of the page, and gives how to stop. */
function on(target: EventTarget, type: string, heard: (event: never) => void): () => void {
  target.addEventListener(type, heard as (event: Event) => void);
  return () => target.removeEventListener(type, heard as (event: Event) => void);
}

/** One library as it is open on this page: its copies, its workers, its line to the server, its notices. */
export class OpenDesk {
  readonly notices = new NoticeBoard();
  readonly tell: (notice: Notice | null) => void = this.notices.tell;
  /** Commands that the server has not confirmed yet; `waiting` while it cannot be reached. */
  readonly unsaved = new Store<Unsaved>({ open: 0, waiting: false });
  /** The bench session that was open last, also while another place is shown; see `useOpenSession`. */
  readonly opened = new Store<string | undefined>(undefined);
  readonly finder: Finder;
  readonly renderer: Renderer;
  /** Compares what cards do. */
  readonly alike: Alike;
  /** The library's copy, of which `useData` gives what is to be drawn: its rows, its cards' contents, how far they have come. */
  readonly library: LibraryStore;
  /** The copies of its bench sessions. */
  readonly sessions: Sessions;
  readonly takeIn: TakeIn;
  private readonly queue: CommandQueue;
  private readonly catching: CatchingUp;

  constructor(
    readonly libraryId: string,
    private readonly client: QueryClient,
  ) {
    this.queue = new CommandQueue(libraryId, (open, waiting) => this.unsaved.set({ open, waiting }));
    this.finder = new Finder((error) => {
      this.broke("What finds cards", error);
      void this.library.indexAnew();
    });
    this.renderer = new Renderer((error) => this.broke("What renders sounds and pictures", error));
    this.alike = new Alike(libraryId, (error) => this.broke("What compares cards", error));
    this.library = new LibraryStore(libraryId, this.finder);
    this.sessions = new Sessions((id) => sessionLine(libraryId, () => this.library.memberId, id));
    this.catching = catchingUp(this.known);
    this.takeIn = new TakeIn({
      ...incomingOver(this.sessions, libraryId),
      act: this.act,
      hold: this.hold,
      tell: this.tell,
      wait: sleep,
    });
  }

  /** Begins all of it, until the returned function is called. */
  open(): () => void {
    void this.library.open();
    const stops = [this.keepUp(), this.hearFaults(), this.askBeforeLeaving(), this.follow()];
    return () => {
      for (const stop of stops) stop();
      for (const one of [this.library, this.finder, this.renderer, this.alike]) one.close();
    };
  }

  /** Says which files there are that effects depend on. */
  know(sources: readonly FileSource[]): void {
    this.renderer.know(sources);
    this.alike.know(sources);
  }

  readonly openSession = (id: string): void => this.opened.set(id);

  /** Tells of a worker that broke, with the number of its fault. */
  private broke(what: string, error: Error): void {
    const number = report(this.libraryId, error);
    this.tell({ kind: "problem", text: `${what} broke, and was begun again (fault ${number}).` });
  }

  /** Looks what has changed when the page is looked at again, and says where the server does not answer. */
  private keepUp(): () => void {
    const { catching } = this;
    const look = () => {
      if (document.visibilityState !== "visible") return;
      lookAtAll(this.known, catching);
      catching.retry();
    };
    const stops = [
      catching.isBehind.subscribe(() =>
        this.tell(
          catching.isBehind.get()
            ? { kind: "problem", text: behind, lasting: true }
            : { kind: "done", text: "What others changed is here again.", completes: behind },
        ),
      ),
      on(document, "visibilitychange", look),
      on(window, "focus", look),
      on(window, "online", look),
    ];
    return () => stops.forEach((stop) => stop());
  }

  private hearFaults(): () => void {
    const wrong = (error: unknown) => {
      const number = report(this.libraryId, error);
      this.tell({
        kind: "problem",
        text: `Something went wrong, and may not have been done (fault ${number}).`,
      });
    };
    const stops = [
      // A request that was aborted on purpose, or did not reach the server, is no fault.
      on(window, "unhandledrejection", ({ reason }: PromiseRejectionEvent) => {
        if (!isPassing(reason) && !(reason instanceof DOMException)) wrong(reason);
      }),
      // An error of a part that is being drawn is shown by its boundary and does not come here.
      on(window, "error", ({ error }: ErrorEvent) => {
        if (error) wrong(error);
      }),
    ];
    return () => stops.forEach((stop) => stop());
  }

  /** Has the browser ask before the page is left while something is not saved. */
  private askBeforeLeaving(): () => void {
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    const follow = () => {
      const { open } = this.unsaved.get();
      document.body.dataset.unsaved = String(open);
      if (open > 0) window.addEventListener("beforeunload", ask);
      else window.removeEventListener("beforeunload", ask);
    };
    follow();
    const stop = this.unsaved.subscribe(follow);
    return () => {
      stop();
      window.removeEventListener("beforeunload", ask);
    };
  }

  /** Hears what others do, from the moment on at which it is known who is here. */
  private follow(): () => void {
    let stop: (() => void) | null = null;
    let heardAs: string | undefined;
    const begin = () => {
      const { memberId } = this.library;
      if (memberId === undefined || memberId === heardAs) return;
      stop?.();
      heardAs = memberId;
      askAs(memberId);
      stop = followLibrary(this.libraryId, memberId, (event) =>
        takeEvent(this.known, this.libraryId, this.catching, event),
      );
    };
    const unheard = this.library.state.subscribe(begin);
    return () => {
      unheard();
      stop?.();
    };
  }

  private get known() {
    return { client: this.client, library: this.library, sessions: this.sessions };
  }

  /** Counts an edit that waits to be sent as unsaved, until the returned function is called. */
  readonly hold = (): (() => void) => this.queue.hold();

  /** Sends a command, again where `isAgain` says so, and takes its change in. Rejects with an ApiError where it is refused. */
  readonly send = async <N extends CommandName>(
    command: N,
    makeInput: () => InputOf<N>,
    isAgain?: (refusal: unknown) => boolean,
  ): Promise<CommandAnswer<ResultOf<N>>> => {
    const answer = await this.queue.send<ResultOf<N>>(`commands/${command}`, makeInput, isAgain);
    if (answer.change) takeChange(this.known, answer.change);
    return answer;
  };

  /** Like `send`, with what it did, or why it was refused, told at the foot of the window; null where it was. */
  readonly act = async <N extends CommandName>(
    command: N,
    input: InputOf<N> | (() => InputOf<N>),
  ): Promise<CommandAnswer<ResultOf<N>> | null> => {
    try {
      const make = typeof input === "function" ? (input as () => InputOf<N>) : () => input;
      const answer = await this.send(command, make);
      if (answer.change) this.tell({ kind: "done", text: sentence(answer.change.summary) });
      return answer;
    } catch (error) {
      this.tell({ kind: "problem", text: sayError(error) });
      return null;
    }
  };

  private async sendTakeBack(body: object, done: string, nothing: string): Promise<void> {
    try {
      const { change } = await this.queue.send("take-back", () => body);
      if (change) takeChange(this.known, change);
      this.tell({ kind: "done", text: change ? `${done}: ${change.summary}.` : nothing });
    } catch (error) {
      this.tell({ kind: "problem", text: sayError(error) });
    }
  }

  readonly takeBack = (direction: "undo" | "redo"): Promise<void> => {
    const sessionId = this.opened.get();
    const body = { direction, ...(sessionId && { sessionId }) };
    return direction === "undo"
      ? this.sendTakeBack(body, "Taken back", "There is nothing to take back.")
      : this.sendTakeBack(body, "Done again", "There is nothing to do again.");
  };

  /** Takes back one change of the history, whoever made it. */
  readonly takeBackChange = async ({ streamId, revision, direction }: HistoryEntry): Promise<void> => {
    const done = direction === "undo" ? "Done again" : "Taken back";
    await this.sendTakeBack({ change: { streamId, revision } }, done, "");
    void this.client.invalidateQueries({ queryKey: historyKey(this.libraryId) });
  };
}
