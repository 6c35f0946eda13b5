import { useCallback, useState, type ReactNode } from "react";
import { sessionTimeline } from "@/core/api/operations/session-timeline";
import { FormatFault } from "@/core/chain/fault";
import { longestTimelineFile, timelineExtension, type TimelineFile } from "@/core/formats/timeline/model";
import { readTimelineText } from "@/core/formats/timeline/read";
import type { TimelineHead } from "@/core/library/entities";
import { addressOf, sayUnreadable } from "../data/api";
import { useDesk } from "../data/desk";
import { CompleteDialog, LayDialog } from "./timeline-dialog";

/** How files come into a session, and what asks for more of them. */
export interface Bringing {
  bring(files: readonly File[]): void;
  /** The clips of the session's timeline whose files have not been found. */
  readonly missing: number;
  /** Asks for their files. */
  findMissing(): void;
  /** Begins a session with the timeline among some files, and them. */
  begin(files: readonly File[]): void;
  /** What is open. */
  readonly dialog: ReactNode;
}

const isTimeline = ({ name }: File) => name.toLowerCase().endsWith(timelineExtension);

type Open =
  | {
      readonly kind: "lay";
      readonly timeline: TimelineFile;
      readonly name: string;
      readonly files: readonly File[];
    }
  | { readonly kind: "complete" };

/** Brings files into a session; where a timeline is among them, a session begins with it and them. */
export function useBringing(
  session: { readonly id: string; readonly head: TimelineHead | undefined } | null,
): Bringing {
  const { takeIn, tell } = useDesk();
  const [open, setOpen] = useState<Open | null>(null);
  const sessionId = session?.id;
  const lay = useCallback(
    async (file: File, files: readonly File[]) => {
      try {
        if (file.size > longestTimelineFile)
          throw new FormatFault("This is too long for a timeline.", file.name);
        const timeline = readTimelineText(await file.text());
        setOpen({
          kind: "lay",
          timeline,
          name: timeline.name || file.name.slice(0, -timelineExtension.length),
          files,
        });
      } catch (error) {
        tell({ kind: "problem", text: sayUnreadable(file.name, error) });
      }
    },
    [tell],
  );
  const begin = useCallback(
    (files: readonly File[]) => {
      const timeline = files.find(isTimeline);
      const others = files.filter((file) => !isTimeline(file));
      if (timeline) void lay(timeline, others);
      else if (files.length > 0)
        tell({ kind: "problem", text: `None of these is a timeline (${timelineExtension}).` });
    },
    [lay, tell],
  );
  const bring = useCallback(
    (files: readonly File[]) => {
      if (sessionId === undefined || files.some(isTimeline)) begin(files);
      else void takeIn.bring(sessionId, files);
    },
    [begin, takeIn, sessionId],
  );
  const head = session?.head;
  const close = () => setOpen(null);
  return {
    bring,
    missing: head?.missing.length ?? 0,
    findMissing: () => setOpen({ kind: "complete" }),
    begin,
    dialog:
      open?.kind === "lay" ? (
        <LayDialog timeline={open.timeline} name={open.name} files={open.files} onClose={close} />
      ) : open && head && sessionId !== undefined ? (
        <CompleteDialog sessionId={sessionId} head={head} onClose={close} />
      ) : null,
  };
}

/** Lets the browser save a session as a timeline. */
export function saveTimeline(libraryId: string, sessionId: string): void {
  Object.assign(document.createElement("a"), {
    href: addressOf(sessionTimeline, { libraryId, sessionId }),
    download: "",
  }).click();
}
