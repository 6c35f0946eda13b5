"use client";

import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { count } from "@/core/library/words";
import { sayError, useDesk, useSettings } from "../data/desk";
import { materialOf } from "../data/material";
import { usualMedium } from "@/core/media";
import { usualWay } from "@/core/library/media";
import { queryOf, stagesOf } from "@/core/library/stages";
import { useDraft } from "../data/drafts";
import { useFinding } from "../frame/finding";
import { Columns } from "../parts/columns";
import { drawnLater, later } from "../parts/later";
import { BenchActions, type OnBench } from "./bench-actions";
import { BenchResultContext, type BenchResult } from "./bench-result";
import { EmptySession } from "./empty-session";
import { ChainColumn } from "./chain-column";
import { roomOf } from "../media";
import { proveKept } from "./prove";
import { TargetList } from "./target-list";
import { useBench } from "./use-bench";
import { useCandidates } from "./use-candidates";
import { useProofSheet } from "./use-proof-sheet";

const ApplyBar = later(async () => (await import("../apply/apply-bar")).ApplyBar);
const CandidateStrip = later(async () => (await import("./candidates")).CandidateStrip);
const ConflictDialog = later(async () => (await import("./conflict-dialog")).ConflictDialog);
const DraftTray = later(async () => (await import("./draft-tray")).DraftTray);
const GroupViewer = drawnLater(async () => (await import("./group-viewer")).GroupViewer);
const Pads = later(async () => (await import("./pads")).Pads);
const ProofSheetView = later(async () => (await import("./proof-sheet")).ProofSheetView);

const focusTargets = () =>
  document.querySelector<HTMLElement>('[role="listbox"][aria-label="Targets"]')?.focus();

/** How long the viewer is waited for: a fast hand keeps before what it hears is rendered. */
const longestWait = 1000;

/**
 * What comes of the chain that was kept on the material that is on the bench. Where something else is heard or seen
 * there, as while a card is auditioned, it is rendered for it. Null where there is nothing to try it on.
 */
async function resultOf(
  chain: Chain,
  result: { readonly current: BenchResult | null },
): Promise<BenchResult | null> {
  const wanted = chainText(chain);
  for (let waited = 0; waited < longestWait; waited += 50) {
    if (result.current && chainText(result.current.chain) === wanted) return result.current;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const shown = result.current;
  if (!shown || shown.medium !== chain.medium) return null;
  return shown.through(chain);
}

/** The bench: targets, viewer, chain; the apply bar over the middle. */
export function BenchScreen({ sessionId }: { readonly sessionId: string }) {
  const { libraryId, act, send, tell, notices } = useDesk();
  const settings = useSettings();
  const bench = useBench(sessionId);
  const { lead, selected, pin, takeBack, session } = bench;
  const { finding, setFinding } = useFinding();
  const [setting, setSetting] = useState<number | null>(null);
  const [isAtSettings, setAtSettings] = useState(false);
  const [open, setOpen] = useState<number | null>(null);
  const [lanesAsked, setLanesAsked] = useState(false);
  const closeFinding = useCallback(() => setFinding(null), [setFinding]);
  const { candidates, setCandidates, begin } = useCandidates(bench);
  const { opened: sheet, open: openSheet, change: changeSheet, close: closeSheet } = useProofSheet(bench);
  const { draft, setDraft, last } = useDraft(lead?.chain.medium ?? usualMedium);
  useEffect(() => {
    // The bar hears or shows something of its own.
    if (!finding) return;
    setCandidates(null);
    closeSheet();
  }, [finding, setCandidates, closeSheet]);
  const [hasPads, setPads] = useState(false);
  const closePads = useCallback(() => {
    setPads(false);
    focusTargets();
  }, []);
  const isAside = finding !== null || candidates !== null || sheet !== null;
  const wasAside = useRef(false);
  useLayoutEffect(() => {
    // Back to the list, where the next key is expected.
    if (wasAside.current && !isAside) focusTargets();
    wasAside.current = isAside;
  }, [isAside]);
  const leadId = lead?.id;
  useEffect(() => {
    setOpen(null);
    setSetting(null);
    setLanesAsked(false);
    notices.turn();
  }, [leadId, notices]);

  /** What gets the focus once it is drawn. */
  const focusWanted = useRef<{ within: string; part: string } | null>(null);
  useLayoutEffect(() => {
    const wanted = focusWanted.current;
    const row = wanted && document.querySelector<HTMLElement>(wanted.within);
    if (!row) return;
    focusWanted.current = null;
    row.querySelector<HTMLElement>(wanted.part)?.focus();
  });
  const focusIn = (at: number, part: string) =>
    (focusWanted.current = { within: `[data-setting="${at}"]`, part });

  const { stages: ownStages } = settings;
  const leadMedium = lead?.chain.medium;
  const stages = useMemo(() => (leadMedium ? stagesOf(ownStages, leadMedium) : []), [ownStages, leadMedium]);

  const result = useRef<BenchResult | null>(null);
  const kept = useCallback(
    (cardId: string, contentVersion: number, chain: Chain) => {
      pin(cardId, contentVersion, chain).catch((error) =>
        tell({ kind: "problem", text: `Kept, but the target does not say so: ${sayError(error)}` }),
      );
      resultOf(chain, result)
        .then((shown) => shown && proveKept({ libraryId, send }, cardId, contentVersion, shown))
        .then((text) => text && tell({ kind: "done", text: `Kept. ${text}`, completes: "Kept" }))
        .catch((error) =>
          tell({ kind: "problem", text: `Kept, but not proved: ${sayError(error)}`, completes: "Kept" }),
        );
    },
    [libraryId, send, tell, pin],
  );
  const bringUp = useCallback(
    async (cardId: string) => {
      const answer = await act("update-pins", {
        sessionId: session.session.id,
        cardId,
      });
      if (answer && answer.result.spared > 0)
        tell({
          kind: "done",
          text: `Brought up on ${count(answer.result.updated, "target")}; ${count(answer.result.spared, "target")} changed by hand stayed as they are.`,
        });
    },
    [act, tell, session.session.id],
  );

  const here: OnBench = {
    session: session.session,
    lead,
    selected,
    targets: bench.targets,
    bench,
    act,
    takeBack,
    setting,
    isAtSettings,
    open,
    openSetting: setOpen,
    focusSetting: (at) => {
      focusIn(at, "[data-setting-name]");
      setSetting(at);
    },
    focusControl: (at) => focusIn(at, '[role="slider"], [data-first-control]'),
    focusLanes: (at) => {
      focusWanted.current = { within: `[data-lanes="${at}"]`, part: "#lanes" };
      setOpen(at);
      setSetting(at);
      setLanesAsked(true);
    },
    focusStrength: () =>
      document.querySelector<HTMLElement>('[aria-label="Strength"][role="slider"]')?.focus(),
    focusTargets,
    selectable: bench.listed.length,
    selectAll: () => bench.selection.all(),
    way: usualWay(settings, lead?.kind ?? ""),
    find: (scopeId) => setFinding({ settingAt: open ?? setting, ...(scopeId !== undefined && { scopeId }) }),
    tryCandidates: (by) => void begin(by),
    exceptions: bench.exceptions,
    openSheet: () => void openSheet(),
    togglePads: () => (hasPads ? closePads() : setPads(true)),
    learnt: bench.learnt,
    drafted: draft.parts.length,
    endedDraft: last?.parts.length ?? 0,
    toDraft: () => document.getElementById("draft-chain")?.focus(),
    bringDraftBack: () => last && setDraft(last),
    stages,
    findAt: (stage) => {
      const query = queryOf(stage);
      if (query !== null)
        setFinding({
          settingAt: open ?? setting,
          stage: { id: `stage ${stage.name}`, name: stage.name, query },
        });
    },
    kept,
    bringUp: (cardId) => void bringUp(cardId),
  };
  // As the bench has it: what was fetched may not know yet what a target that has just come is made of.
  const media = lead ? materialOf(bench.session.media, lead) : undefined;
  const Viewer = roomOf(media?.facts.kind)?.Viewer;
  const lanes = { at: open ?? setting, asked: lanesAsked, leave: focusTargets };

  return (
    <Box height="100%" position="relative" display="flex" flexDirection="column">
      <Box flex="1" minHeight="0">
        <Columns
          place="bench"
          columns={[
            { id: "targets", width: 258, least: 200, content: <TargetList bench={bench} /> },
            {
              id: "viewer",
              least: 420,
              content: (
                <Box
                  as="section"
                  aria-label="Viewer"
                  p="16px 20px"
                  minWidth="0"
                  minHeight="0"
                  display="flex"
                  flexDirection="column"
                  overflow="hidden"
                >
                  <BenchResultContext.Provider value={result}>
                    {lead && lead.mediaId === null && (
                      <GroupViewer key={lead.id} bench={bench} target={lead} lanes={lanes} />
                    )}
                    {lead && media && Viewer && (
                      <Viewer bench={bench} target={lead} media={media} lanes={lanes} />
                    )}
                  </BenchResultContext.Provider>
                  {!lead && <EmptySession />}
                </Box>
              ),
            },
            {
              id: "chain",
              width: 330,
              least: 260,
              content: lead ? (
                <ChainColumn
                  bench={bench}
                  target={lead}
                  open={open}
                  onOpen={setOpen}
                  here={here}
                  onSetting={setSetting}
                  onSettings={setAtSettings}
                />
              ) : (
                <Box bg="panel" />
              ),
            },
          ]}
        />
      </Box>
      {lead && draft.parts.length > 0 && !finding && (
        <DraftTray
          bench={bench}
          lead={lead}
          draft={draft}
          setDraft={setDraft}
          settingAt={open ?? setting}
          onKept={() => focusTargets()}
          onLeave={focusTargets}
        />
      )}
      {finding && (
        <ApplyBar
          bench={bench}
          scopeId={finding.scopeId}
          stage={finding.stage}
          settingAt={finding.settingAt ?? null}
          onClose={closeFinding}
        />
      )}
      <BenchActions here={here} />
      {hasPads && !isAside && <Pads bench={bench} onClose={closePads} />}
      {candidates && !finding && (
        <CandidateStrip
          bench={bench}
          candidates={candidates}
          settingAt={open ?? setting}
          onChange={setCandidates}
        />
      )}
      {sheet && !finding && (
        <ProofSheetView bench={bench} {...sheet} onChange={changeSheet} onClose={closeSheet} />
      )}
      {bench.conflict && (
        <ConflictDialog key={bench.conflict.targetId} bench={bench} conflict={bench.conflict} />
      )}
    </Box>
  );
}
