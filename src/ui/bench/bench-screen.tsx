"use client";

import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { defaultValues } from "@/core/chain/values";
import { findEffect } from "@/core/effects/registry";
import { may } from "@/core/library/roles";
import { count, countTargets } from "@/core/library/words";
import { ApplyBar } from "../apply/apply-bar";
import { sayError, useDesk } from "../data/desk";
import type { SessionData } from "../data/wire";
import { useFinding } from "../frame/finding";
import { useKeyActions, type KeyAction } from "../keys/keys";
import { AliasDialog, KeyDialog } from "../parts/card-dialogs";
import { NameDialog } from "../parts/command-dialogs";
import { AddEffect } from "./add-effect";
import { BenchResultContext, type BenchResult } from "./bench-result";
import { ConflictDialog } from "./conflict-dialog";
import { EmptySession } from "./empty-session";
import { ChainColumn } from "./chain-column";
import { GroupViewer } from "./group-viewer";
import { KeepDialog } from "./keep-dialog";
import { PictureViewer } from "./picture-viewer";
import { RenderDialog } from "./render-dialog";
import { RouteDialog } from "./route-dialog";
import { proveKept } from "./prove";
import { SoundViewer } from "./sound-viewer";
import { TargetList } from "./target-list";
import { useBench } from "./use-bench";
import { VersionsDialog } from "./versions-dialog";

const focusTargets = () => document.querySelector<HTMLElement>('[role="listbox"][aria-label="Targets"]')?.focus();

/** How long the viewer is waited for: a fast hand keeps before what it hears is rendered. */
const longestWait = 1000;

/**
 * What comes of the chain that was kept on the material that is on the bench. Where something else is heard or seen
 * there, as while a card is auditioned, it is rendered for it. Null where there is nothing to try it on.
 */
async function resultOf(chain: Chain, result: { readonly current: BenchResult | null }): Promise<BenchResult | null> {
  const wanted = chainText(chain);
  for (let waited = 0; waited < longestWait; waited += 50) {
    if (result.current && chainText(result.current.chain) === wanted) return result.current;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const shown = result.current;
  if (!shown || shown.medium !== chain.medium) return null;
  const rendered = await shown.again(chain);
  return rendered && ({ ...shown, chain, rendered } as BenchResult);
}

type Panel = "keep" | "add" | "alias" | "key" | "render" | "rename" | "route" | "versions";

/** The bench: targets, viewer, chain; the apply bar over the middle. */
export function BenchScreen({ session }: { session: SessionData }) {
  const { data, libraryId, act, send, tell } = useDesk();
  const { replica } = data;
  const bench = useBench(session);
  const { lead, selected, shape, apply, pin, takeBack } = bench;
  const { finding, setFinding } = useFinding();
  const [panel, setPanel] = useState<Panel | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const close = useCallback(() => setPanel(null), []);
  const closeFinding = useCallback(() => setFinding(false), [setFinding]);
  const wasFinding = useRef(false);
  useLayoutEffect(() => {
    // Back to the list, where the next key is expected.
    if (wasFinding.current && !finding) focusTargets();
    wasFinding.current = finding;
  }, [finding]);
  const leadId = lead?.id;
  useEffect(() => setOpen(null), [leadId]);

  const addEffect = (id: string) => {
    const effect = findEffect(id);
    if (!effect || !lead) return;
    const settings = [...lead.chain.settings, { effect: id, values: defaultValues(effect.parameters), on: true, mix: effect.defaultMix }];
    shape({ ...lead.chain, settings });
    setOpen(settings.length - 1);
    setPanel(null);
    added.current = settings.length - 1;
  };
  const added = useRef<number | null>(null);
  useLayoutEffect(() => {
    // Onto the first control of what was added, as soon as it is there.
    const shown = added.current === null ? null : document.querySelector<HTMLElement>(`[data-setting="${added.current}"]`);
    if (!shown) return;
    added.current = null;
    shown.querySelector<HTMLElement>('[role="slider"]')?.focus();
  });

  const pinned = lead?.cardId ? replica.card.get(lead.cardId) : undefined;
  const pinnedKey = pinned && [...replica.keyBinding.values()].find((k) => k.cardId === pinned.id)?.key;
  const isFavourite = pinned !== undefined && [...replica.favourite.values()].some((f) => f.cardId === pinned.id);

  const result = useRef<BenchResult | null>(null);
  const leadChain = lead?.chain;
  const kept = useCallback(
    (cardId: string, contentVersion: number) => {
      setPanel(null);
      if (!leadChain) return;
      pin(cardId, contentVersion, leadChain).catch((error) => tell({ kind: "problem", text: `Kept, but the target does not say so: ${sayError(error)}` }));
      resultOf(leadChain, result)
        .then((shown) => shown && proveKept({ libraryId, send }, cardId, contentVersion, shown))
        .then((text) => text && tell({ kind: "done", text: `Kept. ${text}`, completes: "Kept" }))
        .catch((error) => tell({ kind: "problem", text: `Kept, but not proved: ${sayError(error)}`, completes: "Kept" }));
    },
    [libraryId, send, tell, leadChain, pin],
  );
  const bringUp = useCallback(
    async (cardId: string) => {
      const answer = await act<{ updated: number; spared: number }>("update-pins", { sessionId: session.session.id, cardId });
      if (answer && answer.result.spared > 0) tell({ kind: "done", text: `Brought up on ${count(answer.result.updated, "target")}; ${count(answer.result.spared, "target")} changed by hand stayed as they are.` });
    },
    [act, tell, session.session.id],
  );

  const actions = useMemo<KeyAction[]>(() => {
    const onto = selected.length > 0 ? countTargets(selected) : "nothing";
    const soundBench = lead?.chain.medium === "audio" && may(data.member.role, "bench");
    const edit = (set: object) => void act("edit-target", { sessionId: session.session.id, targetIds: selected.map((t) => t.id), ...set });
    const bound = [...replica.keyBinding.values()].sort((a, b) => (a.key < b.key ? -1 : 1));
    return [
      ...bound.flatMap((binding): KeyAction[] => {
        const card = replica.card.get(binding.cardId);
        if (!card || card.medium !== lead?.chain.medium) return [];
        return [{ keys: [binding.key], label: selected.length > 1 ? `${card.name} on ${onto}` : card.name, run: () => apply(card, "replace", 100) }];
      }),
      { keys: ["Escape"], label: "to the targets", quiet: true, run: focusTargets },
      { keys: ["/"], label: "find", run: () => setFinding(true) },
      { keys: ["Backspace", "Ctrl+z"], label: "take back", run: () => void takeBack("undo") },
      { keys: ["Shift+Backspace", "Ctrl+Shift+z", "Ctrl+y"], label: "do again", quiet: true, run: () => void takeBack("redo") },
      { keys: ["f"], label: isFavourite ? "unmark" : "mark", disabled: !pinned, run: () => void act("mark-favourite", { cardId: pinned!.id, on: !isFavourite }) },
      { keys: ["r"], label: "render", quiet: true, disabled: selected.length === 0 || !may(data.member.role, "bench"), run: () => setPanel("render") },
      { keys: ["m"], label: lead?.muted ? "unmute" : "mute", quiet: true, disabled: !soundBench, run: () => edit({ muted: !lead!.muted }) },
      { keys: ["l"], label: lead?.soloed ? "no solo" : "solo", quiet: true, disabled: !soundBench, run: () => edit({ soloed: !lead!.soloed }) },
      { keys: ["t"], label: "where it goes", quiet: true, disabled: !soundBench, run: () => setPanel("route") },
      { keys: ["Shift+Delete"], label: "remove from the session", quiet: true, disabled: selected.length === 0 || !may(data.member.role, "bench"), run: () => void act("remove-targets", { sessionId: session.session.id, targetIds: selected.map((t) => t.id) }) },
      { keys: ["F2"], label: "rename", quiet: true, disabled: !lead || !may(data.member.role, "bench"), run: () => setPanel("rename") },
      { keys: ["v"], label: "versions", quiet: true, disabled: !pinned, run: () => setPanel("versions") },
      { keys: ["u"], label: `version ${pinned?.contentVersion} everywhere`, disabled: !pinned || lead?.cardVersion === pinned.contentVersion, run: () => void bringUp(pinned!.id) },
      { keys: ["g"], label: "give a key", quiet: true, disabled: !pinned, run: () => setPanel("key") },
      { keys: ["n"], label: "alias", quiet: true, disabled: !pinned, run: () => setPanel("alias") },
    ];
  }, [replica, selected, lead, pinned, isFavourite, apply, takeBack, act, bringUp, setFinding, data.member.role, session.session.id]);
  useKeyActions(actions, { note: selected.length > 0 ? `on ${countTargets(selected)}` : undefined });

  const { sendWaiting } = bench;
  const openKeep = useCallback(() => {
    // In the history what is kept was shaped before.
    void sendWaiting();
    setPanel("keep");
  }, [sendWaiting]);
  const openAdd = useCallback(() => setPanel("add"), []);
  const media = lead?.mediaId ? session.media.get(lead.mediaId) : undefined;

  return (
    <Box display="grid" gridTemplateColumns="{sizes.column} minmax(0, 1fr) {sizes.cardColumn}" height="100%" position="relative">
      <TargetList bench={bench} />
      <Box as="main" p="16px 20px" minWidth="0" minHeight="0" display="flex" flexDirection="column" overflow="hidden">
        <BenchResultContext.Provider value={result}>
          {lead && media?.facts.kind === "audio" && <SoundViewer bench={bench} target={lead} media={media} />}
          {lead && lead.mediaId === null && <GroupViewer key={lead.id} bench={bench} target={lead} />}
          {lead && media?.facts.kind === "image" && <PictureViewer target={lead} media={media} audition={bench.audition} />}
        </BenchResultContext.Provider>
        {!lead && <EmptySession medium={session.session.medium} />}
      </Box>
      {lead ? <ChainColumn bench={bench} target={lead} open={open} onOpen={setOpen} onKeep={openKeep} onAdd={openAdd} /> : <Box bg="panel" />}
      {finding && <ApplyBar bench={bench} onClose={closeFinding} />}
      {panel === "add" && lead && <AddEffect medium={lead.chain.medium} onAdd={addEffect} onClose={close} />}
      {panel === "keep" && lead && <KeepDialog target={lead} onClose={close} onKept={kept} />}
      {panel === "versions" && pinned && <VersionsDialog bench={bench} card={pinned} onClose={close} />}
      {bench.conflict && <ConflictDialog key={bench.conflict.targetId} bench={bench} conflict={bench.conflict} />}
      {panel === "render" && <RenderDialog targets={selected} sessionId={session.session.id} onClose={close} />}
      {panel === "route" && lead && <RouteDialog bench={bench} target={lead} onClose={close} />}
      {panel === "rename" && lead && <NameDialog title={`Rename “${lead.name}”`} first={lead.name} action="Rename" command="edit-target" input={(name) => ({ sessionId: session.session.id, targetIds: [lead.id], name })} onClose={close} />}
      {panel === "alias" && pinned && <AliasDialog card={pinned} onClose={close} />}
      {panel === "key" && pinned && <KeyDialog card={pinned} current={pinnedKey} onClose={close} />}
    </Box>
  );
}
