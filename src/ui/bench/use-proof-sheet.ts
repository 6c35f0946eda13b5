import { useCallback, useRef, useState } from "react";
import { mostRows, proofSheet, type ProofSheet } from "@/core/library/proof-sheet";
import { useDesk } from "../data/desk";
import type { Bench } from "./use-bench";
import { useListed } from "./use-candidates";

/** The state of the proof sheet: null where none lies on the bench. */
export function useProofSheet(bench: Bench) {
  const { tell } = useDesk();
  const [sheet, setSheet] = useState<{ readonly sheet: ProofSheet; readonly from: string } | null>(null);
  const listed = useListed(bench);
  /** Cards that were left out of the last ones. */
  const left = useRef<ReadonlySet<string>>(new Set());
  const { selected, lead } = bench;
  const open = useCallback(async () => {
    const list = await listed();
    if (!list || !lead) return;
    const rows = selected.filter(
      ({ mediaId, chain }) => mediaId !== null && chain.medium === lead.chain.medium,
    );
    const kept = list.ids.filter((id) => !left.current.has(id));
    // Where all were left out they are wanted again.
    if (kept.length < 2) left.current = new Set();
    const made = proofSheet(
      kept.length < 2 ? list.ids : kept,
      rows.map(({ id }) => id),
    );
    if (!made) return tell({ kind: "problem", text: "Select something with material of its own." });
    if (rows.length > mostRows)
      tell({ kind: "done", text: `The sheet shows the first ${mostRows} of ${rows.length} targets.` });
    setSheet({ sheet: made, from: list.from });
  }, [listed, selected, lead, tell]);
  const close = useCallback(() => {
    setSheet((now) => {
      if (now) left.current = new Set([...left.current, ...now.sheet.left]);
      return null;
    });
  }, []);
  const change = useCallback((sheet: ProofSheet) => setSheet((now) => (now ? { ...now, sheet } : null)), []);
  return { opened: sheet, open, change, close };
}
