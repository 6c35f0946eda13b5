"use client";

import { useQueryClient } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import type { CommandAnswer } from "@/core/api/command";
import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import type { MemberSettings } from "@/core/library/media";
import { capital } from "@/core/library/words";
import { Alike } from "./alike";
import { askAs, isPassing, sayError } from "./api";
import { CommandQueue } from "./command-queue";
import { report } from "./faults";
import { sourceOf, useFiles } from "./files";
import { Finder } from "./finder";
import { catchingUp, historyKey, lookAtAll, sessionLine, takeChange, takeEvent } from "./library-data";
import { LibraryStore } from "./library-store";
import { followLibrary } from "./live";
import { NoticeBoard, type Notice } from "./notices";
import { Renderer } from "./renderer";
import { Sessions } from "./session-store";
import { Store, useStore } from "./store";
import { incomingOver } from "./incoming-line";
import { TakeIn } from "./take-in";
import { sleep } from "./until-answered";
import type { HistoryEntry } from "@/core/api/operations/history";
import type { LibraryData } from "./library-store";

interface Unsaved {
  readonly open: number;
  readonly waiting: boolean;
}

export interface Desk {
  readonly libraryId: string;
  /** The library's copy, of which `useData` gives what is to be drawn: its rows, its cards' contents, how far they have come. */
  readonly library: LibraryStore;
  /** The copies of its bench sessions. */
  readonly sessions: Sessions;
  readonly finder: Finder;
  readonly renderer: Renderer;
  /** Compares what cards do. */
  readonly alike: Alike;
  readonly takeIn: TakeIn;
  readonly notices: NoticeBoard;
  /** Commands that the server has not confirmed yet; `waiting` while it cannot be reached. */
  readonly unsaved: Store<Unsaved>;
  /** The bench session that was open last, also while another place is shown; see `useOpenSession`. */
  readonly opened: Store<string | undefined>;
  openSession(sessionId: string): void;
  tell(notice: Notice | null): void;
  /** Counts an edit that waits to be sent as unsaved, until the returned function is called. */
  hold(): () => void;
  /** Sends a command, again where `isAgain` says so, and takes its change in. Rejects with an ApiError where it is refused. */
  send<N extends CommandName>(
    command: N,
    makeInput: () => InputOf<N>,
    isAgain?: (refusal: unknown) => boolean,
  ): Promise<CommandAnswer<ResultOf<N>>>;
  /** Like `send`, with what it did, or why it was refused, told at the foot of the window; null where it was. */
  act<N extends CommandName>(
    command: N,
    input: InputOf<N> | (() => InputOf<N>),
  ): Promise<CommandAnswer<ResultOf<N>> | null>;
  takeBack(direction: "undo" | "redo"): Promise<void>;
  /** Takes back one change of the history, whoever made it. */
  takeBackChange(change: HistoryEntry): Promise<void>;
}

const DeskContext = createContext<Desk | null>(null);

/** What the screens of one library do things by; the same as long as it is open. Throws outside of a `DeskProvider`. */
export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error("useDesk outside of DeskProvider");
  return desk;
}

/** What a part shows of the library: it is drawn anew when that is another value. `select` gives the same for the same. */
export function useData<T = LibraryData>(select?: (data: LibraryData) => T): T {
  const { state } = useDesk().library;
  return useStore(state, ({ data }) => (select ? select(data!) : (data as T)));
}

/** What the member chose for the interface. */
export const useSettings = (): MemberSettings => useData(({ member }) => member.settings);

/** The bench session that was open last, also while another place is shown. */
export const useOpenSession = (): string | undefined => useStore(useDesk().opened, itself);

export { sayError };

/** A summary of the history as a sentence of its own. */
export const sentence = (summary: string) => `${capital(summary)}.`;

interface DeskProviderProps {
  readonly libraryId: string;
  readonly waiting: ReactNode;
  readonly failed: (error: Error, retry: () => void) => ReactNode;
  readonly children: ReactNode;
}

interface Tools {
  readonly library: LibraryStore;
  readonly sessions: Sessions;
  readonly finder: Finder;
  readonly renderer: Renderer;
  readonly alike: Alike;
}

const nothing = { data: null, error: null };
const nowhere = new Store<{ readonly data: LibraryData | null; readonly error: Error | null }>(nothing);
const behind = "What others change is not here yet: the server does not answer. It is asked again by itself.";
const itself = <T,>(value: T): T => value;

/** Loads a library and keeps its copy, its workers and its line to the server while any of its screens is open. */
export function DeskProvider({ libraryId, waiting, failed, children }: DeskProviderProps) {
  const client = useQueryClient();
  const [tools, setTools] = useState<Tools | null>(null);
  const state = tools?.library.state ?? nowhere;
  const isHere = useStore(state, ({ data }) => data !== null);
  const error = useStore(state, ({ data, error }) => (data ? null : error));
  const memberId = useStore(state, ({ data }) => data?.member.id);
  const [notices] = useState(() => new NoticeBoard());
  const { tell } = notices;
  const [unsaved] = useState(() => new Store<Unsaved>({ open: 0, waiting: false }));
  const [opened] = useState(() => new Store<string | undefined>(undefined));
  const openSession = useCallback((id: string) => opened.set(id), [opened]);

  useEffect(() => {
    /** Tells of a worker that broke, with the number of its fault. */
    const broke = (what: string) => (error: Error) =>
      tell({
        kind: "problem",
        text: `${what} broke, and was begun again (fault ${report(libraryId, error)}).`,
      });
    const finder = new Finder((error) => {
      broke("What finds cards")(error);
      void made.library.indexAnew();
    });
    const library = new LibraryStore(libraryId, finder);
    const made = {
      finder,
      library,
      sessions: new Sessions((id) => sessionLine(libraryId, () => library.memberId, id)),
      renderer: new Renderer(broke("What renders sounds and pictures")),
      alike: new Alike(libraryId, broke("What compares cards")),
    };
    setTools(made);
    void made.library.open();
    return () => {
      made.library.close();
      made.finder.close();
      made.renderer.close();
      made.alike.close();
    };
  }, [libraryId, tell]);

  const queue = useMemo(
    () => new CommandQueue(libraryId, (open, waiting) => unsaved.set({ open, waiting })),
    [libraryId, unsaved],
  );
  const known = useMemo(() => tools && { client, ...tools }, [client, tools]);

  const catching = useMemo(() => known && catchingUp(known), [known]);

  useEffect(() => {
    if (!known || !catching) return;
    const look = () => {
      if (document.visibilityState !== "visible") return;
      lookAtAll(known, catching);
      catching.retry();
    };
    const say = () =>
      tell(
        catching.isBehind.get()
          ? { kind: "problem", text: behind, lasting: true }
          : { kind: "done", text: "What others changed is here again.", completes: behind },
      );
    const unheard = catching.isBehind.subscribe(say);
    document.addEventListener("visibilitychange", look);
    window.addEventListener("focus", look);
    window.addEventListener("online", look);
    return () => {
      unheard();
      document.removeEventListener("visibilitychange", look);
      window.removeEventListener("focus", look);
      window.removeEventListener("online", look);
    };
  }, [known, catching, tell]);

  useEffect(() => {
    // What was given up on purpose, or could not be reached, is nobody's fault.
    const wrong = (error: unknown) =>
      tell({
        kind: "problem",
        text: `Something went wrong, and may not have been done (fault ${report(libraryId, error)}).`,
      });
    const onRejection = ({ reason }: PromiseRejectionEvent) => {
      if (!isPassing(reason) && !(reason instanceof DOMException)) wrong(reason);
    };
    // What a part throws while it is drawn is told where it stood.
    const onError = ({ error }: ErrorEvent) => {
      if (error) wrong(error);
    };
    window.addEventListener("unhandledrejection", onRejection);
    window.addEventListener("error", onError);
    return () => {
      window.removeEventListener("unhandledrejection", onRejection);
      window.removeEventListener("error", onError);
    };
  }, [libraryId, tell]);

  const files = useFiles(libraryId);
  useEffect(() => {
    if (!tools || !files.data) return;
    const sources = files.data.flatMap((media) => sourceOf(libraryId, media) ?? []);
    tools.renderer.know(sources);
    tools.alike.know(sources);
  }, [tools, files.data, libraryId]);

  useEffect(() => {
    if (memberId === undefined || !known || !catching) return;
    askAs(memberId);
    return followLibrary(libraryId, memberId, (event) => takeEvent(known, libraryId, catching, event));
  }, [known, catching, libraryId, memberId]);

  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    const follow = () => {
      const { open } = unsaved.get();
      document.body.dataset.unsaved = String(open);
      if (open > 0) window.addEventListener("beforeunload", ask);
      else window.removeEventListener("beforeunload", ask);
    };
    follow();
    const stop = unsaved.subscribe(follow);
    return () => {
      stop();
      window.removeEventListener("beforeunload", ask);
    };
  }, [unsaved]);

  const send = useCallback(
    async <N extends CommandName>(
      command: N,
      makeInput: () => InputOf<N>,
      isAgain?: (refusal: unknown) => boolean,
    ) => {
      const answer = await queue.send<ResultOf<N>>(`commands/${command}`, makeInput, isAgain);
      if (answer.change && known) takeChange(known, answer.change);
      return answer;
    },
    [queue, known],
  );

  const hold = useCallback(() => queue.hold(), [queue]);

  const act = useCallback(
    async <N extends CommandName>(command: N, input: InputOf<N> | (() => InputOf<N>)) => {
      try {
        const answer = await send(
          command,
          typeof input === "function" ? (input as () => InputOf<N>) : () => input,
        );
        if (answer.change) tell({ kind: "done", text: sentence(answer.change.summary) });
        return answer;
      } catch (error) {
        tell({ kind: "problem", text: sayError(error) });
        return null;
      }
    },
    [send, tell],
  );

  const takeIn = useMemo(
    () => tools && new TakeIn({ ...incomingOver(tools.sessions, libraryId), act, hold, tell, wait: sleep }),
    [libraryId, tools, act, hold, tell],
  );

  const sendTakeBack = useCallback(
    async (body: object, done: string, nothing: string) => {
      try {
        const { change } = await queue.send("take-back", () => body);
        if (change && known) takeChange(known, change);
        tell({ kind: "done", text: change ? `${done}: ${change.summary}.` : nothing });
      } catch (error) {
        tell({ kind: "problem", text: sayError(error) });
      }
    },
    [queue, known, tell],
  );
  const takeBack = useCallback(
    (direction: "undo" | "redo") => {
      const session = opened.get();
      const body = { direction, ...(session && { sessionId: session }) };
      return direction === "undo"
        ? sendTakeBack(body, "Taken back", "There is nothing to take back.")
        : sendTakeBack(body, "Done again", "There is nothing to do again.");
    },
    [sendTakeBack, opened],
  );
  const takeBackChange = useCallback(
    async ({ streamId, revision, direction }: HistoryEntry) => {
      await sendTakeBack(
        { change: { streamId, revision } },
        direction === "undo" ? "Done again" : "Taken back",
        "",
      );
      void client.invalidateQueries({ queryKey: historyKey(libraryId) });
    },
    [sendTakeBack, client, libraryId],
  );

  const desk = useMemo<Desk | null>(
    () =>
      isHere && tools && takeIn
        ? {
            libraryId,
            ...tools,
            takeIn,
            notices,
            unsaved,
            opened,
            openSession,
            tell,
            hold,
            send,
            act,
            takeBack,
            takeBackChange,
          }
        : null,
    [
      libraryId,
      isHere,
      tools,
      takeIn,
      notices,
      unsaved,
      opened,
      openSession,
      tell,
      hold,
      send,
      act,
      takeBack,
      takeBackChange,
    ],
  );
  if (error) return failed(error, () => void tools?.library.open());
  if (!desk) return waiting;
  return <DeskContext.Provider value={desk}>{children}</DeskContext.Provider>;
}
