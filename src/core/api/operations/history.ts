import type { StreamKind } from "@/core/library/change";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

/** One line of the history. */
export interface HistoryEntry {
  readonly streamId: string;
  readonly revision: number;
  /** Place in the order over all streams. */
  readonly sequence: number;
  readonly of: StreamKind;
  readonly sessionId: string | null;
  readonly sessionName: string | null;
  readonly command: string;
  readonly summary: string;
  readonly actorId: string;
  readonly at: string;
  readonly direction: "do" | "undo" | "redo" | "stamp";
  readonly takesBack: number | null;
  readonly takenBack: boolean;
}

export interface HistoryPage {
  readonly changes: readonly HistoryEntry[];
  readonly more: boolean;
}

const historyInput = ({ Joi, id }: Schemas) =>
  Joi.object({
    before: Joi.string().pattern(/^\d{1,15}$/),
    words: Joi.string().allow("").max(200).default(""),
    actor: Joi.string().max(60),
    of: id,
  });

export const history = operation<
  HistoryPage,
  { before?: string; words: string; actor?: string; of?: string }
>()({
  method: "GET",
  path: `${ofLibrary}/history`,
  summary: "The history, the newest first; of one row alone where it is named by `of`",
  needs: "read",
  query: historyInput,
  answer: "`changes`, at most 100; `more` says whether there are older ones",
});
