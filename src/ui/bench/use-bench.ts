import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import type { Card, Target } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { countTargets, mediumWords } from "@/core/library/words";
import { ApiError } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import { sessionKey } from "../data/library-data";
import type { SessionData } from "../data/wire";
import { useSelection, type Selection } from "../parts/use-selection";

/** What of a target is changed here and not confirmed by the server yet. */
type Local = Partial<Pick<Target, "chain" | "strength" | "cardId" | "cardVersion">>;
export type ApplyHow = "replace" | "after";

/** A card that is heard or seen on the selected material without being applied. */
export interface Audition {
  readonly chain: Chain;
  readonly strength: number;
}

/** Chain and strength of one target, as they are here and as somebody else has left them. */
export interface Conflict {
  readonly targetId: string;
  readonly mine: Audition;
  readonly theirs: Audition & { readonly version: number };
}

export interface Bench {
  readonly session: SessionData;
  /** In order, with what was changed here laid over what the server knows. */
  readonly targets: readonly Target[];
  readonly selection: Selection;
  readonly selected: readonly Target[];
  readonly lead: Target | null;
  readonly audition: Audition | null;
  setAudition(audition: Audition | null): void;
  /** Whether a sound is heard with the rest of its session, or by itself. */
  readonly inMix: boolean;
  setInMix(inMix: boolean): void;
  /** Changes the lead target's chain; small steps in quick succession become one change. */
  shape(chain: Chain): void;
  /** Sets the strength of every selected target. */
  setStrength(strength: number): void;
  apply(card: Card, how: ApplyHow, strength: number): void;
  /** Says that the selected targets that have a chain have it from a card, once it was kept from one of them. */
  pin(cardId: string, contentVersion: number, chain: Chain): Promise<void>;
  /** A target that somebody else changed while it was being changed here; nothing of either is lost until one is chosen. */
  readonly conflict: Conflict | null;
  /** Keeps what was done here, or what somebody else did. */
  decide(keep: "mine" | "theirs"): void;
  /** Sends what still waits, so that it comes before what is asked for next. */
  sendWaiting(): Promise<unknown>;
  /** Sends what still waits, then takes back. */
  takeBack(direction: "undo" | "redo"): Promise<void>;
}

const staleTarget = (current: Target) => new ApiError(409, "stale", `“${current.name}” was changed in the meantime.`, { current });
const sameShape = (a: Audition, b: Audition) => a.strength === b.strength && chainText(a.chain) === chainText(b.chain);

/** Edits within this time of each other become one change in the history: a value that is nudged until it is right. */
const restBeforeSaving = 900;

/** The state of the bench for one session. Edits show at once and are saved behind them. */
export function useBench(session: SessionData): Bench {
  const desk = useDesk();
  const { send, tell, hold, takeBack: serverTakeBack } = desk;
  const client = useQueryClient();
  const [local, setLocal] = useState<ReadonlyMap<string, Local>>(new Map());
  const [audition, setAudition] = useState<Audition | null>(null);
  const [inMix, setInMix] = useState(false);

  const stored = session.replica.target;
  const targets = useMemo(
    () => [...stored.values()].map((t) => ({ ...t, ...local.get(t.id) })).sort(byPosition),
    [stored, local],
  );
  const order = useMemo(() => targets.map((t) => t.id), [targets]);
  const selection = useSelection(order);
  const selected = useMemo(() => targets.filter((t) => selection.ids.has(t.id)), [targets, selection.ids]);
  const lead = targets.find((t) => t.id === selection.lead) ?? null;

  // What callbacks need of the latest render, without being made anew by it.
  const latest = useRef({ local, targets, selected, lead });
  useEffect(() => {
    latest.current = { local, targets, selected, lead };
  });

  const layOver = useCallback((ids: readonly string[], change: (id: string) => Local) => {
    setLocal((before) => {
      const next = new Map(before);
      for (const id of ids) next.set(id, { ...before.get(id), ...change(id) });
      return next;
    });
  }, []);
  /** Takes away what was laid over, where it is still what was sent. */
  const settle = useCallback((sent: ReadonlyMap<string, Local>) => {
    setLocal((before) => {
      const next = new Map(before);
      for (const [id, mine] of sent) {
        const now = next.get(id);
        const left = Object.fromEntries(Object.entries(now ?? {}).filter(([key, value]) => mine[key as keyof Local] !== value));
        if (Object.keys(left).length === 0) next.delete(id);
        else next.set(id, left);
      }
      return next;
    });
  }, []);

  const [conflicts, setConflicts] = useState<readonly Conflict[]>([]);
  const known = useCallback((id: string) => client.getQueryData<SessionData>(sessionKey(session.session.id))?.replica.target.get(id), [client, session.session.id]);
  /** Targets whose last touch waits to be saved: how to stop waiting, how to say that it is on its way, and what it began from. */
  const timers = useRef(new Map<string, { timer: ReturnType<typeof setTimeout>; release: () => void; base: Audition | undefined }>());
  const save = useCallback(
    async (id: string) => {
      const waiting = timers.current.get(id);
      clearTimeout(waiting?.timer);
      timers.current.delete(id);
      const mine = latest.current.local.get(id);
      if (!mine) return waiting?.release();
      const { chain, strength } = mine;
      try {
        await send("set-chain", () => {
          // From the cache, not from the last render: an answer may have come in between.
          const now = known(id);
          // What came in from elsewhere since the first touch was never seen by who made it.
          if (now && waiting?.base && !sameShape(now, waiting.base)) throw staleTarget(now);
          return { sessionId: session.session.id, targetId: id, ...(chain && { chain }), ...(strength !== undefined && { strength }), seen: now?.version };
        });
        settle(new Map([[id, mine]]));
      } catch (error) {
        const theirs = error instanceof ApiError && error.code === "stale" ? (error.details.current as Target) : undefined;
        if (theirs) {
          const { chain: their, strength: share, version } = theirs;
          setConflicts((list) => [...list.filter((c) => c.targetId !== id), { targetId: id, mine: { chain: chain ?? their, strength: strength ?? share }, theirs: { chain: their, strength: share, version } }]);
        } else {
          tell({ kind: "problem", text: sayError(error) });
          settle(new Map([[id, mine]]));
        }
      }
      waiting?.release();
    },
    [send, settle, tell, known, session.session.id],
  );
  const conflict = conflicts[0] ?? null;
  const decide = useCallback(
    (keep: "mine" | "theirs") => {
      if (!conflict) return;
      const { targetId, mine, theirs } = conflict;
      const over = latest.current.local.get(targetId);
      setConflicts((list) => list.filter((c) => c !== conflict));
      if (!over) return;
      // Where theirs is kept mine is saved and taken back, so that it is in the history and one key brings it back.
      void send("set-chain", () => ({ sessionId: session.session.id, targetId, ...mine, seen: Math.max(theirs.version, known(targetId)?.version ?? 0) }))
        .then(() => (keep === "theirs" ? serverTakeBack("undo") : undefined))
        .catch((error) => tell({ kind: "problem", text: sayError(error) }))
        .finally(() => settle(new Map([[targetId, over]])));
    },
    [conflict, send, settle, tell, known, serverTakeBack, session.session.id],
  );
  const saveSoon = useCallback(
    (id: string) => {
      const waiting = timers.current.get(id);
      clearTimeout(waiting?.timer);
      const base = waiting ? waiting.base : latest.current.targets.find((t) => t.id === id);
      timers.current.set(id, { timer: setTimeout(() => void save(id), restBeforeSaving), release: waiting?.release ?? hold(), base });
    },
    [save, hold],
  );
  const saveNow = useCallback(() => Promise.all([...timers.current.keys()].map(save)), [save]);
  // Leaving the bench must not lose the last touch.
  useEffect(() => () => void saveNow(), [saveNow]);

  const shape = useCallback(
    (chain: Chain) => {
      const { lead } = latest.current;
      if (!lead) return;
      const clean = normaliseChain(chain).chain;
      const cleared = clean.settings.length === 0 ? { cardId: null, cardVersion: null, strength: 100 } : {};
      layOver([lead.id], () => ({ chain: clean, ...cleared }));
      saveSoon(lead.id);
    },
    [layOver, saveSoon],
  );

  const setStrength = useCallback(
    (strength: number) => {
      const value = Math.round(Math.min(100, Math.max(0, strength)));
      const ids = latest.current.selected.map((t) => t.id);
      layOver(ids, () => ({ strength: value }));
      ids.forEach(saveSoon);
    },
    [layOver, saveSoon],
  );

  const apply = useCallback(
    (card: Card, how: ApplyHow, strength: number) => {
      const { selected } = latest.current;
      const wrong = selected.find((t) => t.chain.medium !== card.medium);
      if (selected.length === 0) return tell({ kind: "problem", text: "Select something to apply it to." });
      if (wrong) return tell({ kind: "problem", text: `“${card.name}” is for ${mediumWords[card.medium]}; “${wrong.name}” is ${mediumWords[wrong.chain.medium]}.` });
      const sent = new Map<string, Local>();
      const chains = new Map(selected.map((t) => [t.id, how === "after" ? { ...card.chain, settings: [...t.chain.settings, ...card.chain.settings] } : card.chain]));
      for (const t of selected)
        sent.set(t.id, { chain: chains.get(t.id)!, strength: how === "after" ? t.strength : strength, cardId: card.id, cardVersion: card.contentVersion });
      setAudition(null);
      const ids = selected.map((t) => t.id);
      // What waits is sent as it was before the card; what is seen changes at once.
      const saved = saveNow();
      layOver(ids, (id) => sent.get(id)!);
      tell({ kind: "done", text: `“${card.name}” on ${countTargets(selected)}.` });
      void (async () => {
        await saved;
        try {
          await send("apply-card", () => ({ sessionId: session.session.id, targetIds: ids, cardId: card.id, contentVersion: card.contentVersion, strength, how }));
        } catch (error) {
          tell({ kind: "problem", text: sayError(error) });
        }
        settle(sent);
      })();
    },
    [layOver, saveNow, send, settle, tell, session.session.id],
  );

  const pin = useCallback(
    async (cardId: string, contentVersion: number, chain: Chain) => {
      // Asked first: what is selected may change while the last touch is saved.
      const wanted = chainText(chain);
      const { selected, lead } = latest.current;
      const ids = [...new Set([...(lead ? [lead] : []), ...selected])].filter((t) => t.chain.medium === chain.medium && chainText(t.chain) === wanted).map((t) => t.id);
      await saveNow();
      if (ids.length > 0) await send("pin-card", () => ({ sessionId: session.session.id, targetIds: ids, cardId, contentVersion }));
    },
    [saveNow, send, session.session.id],
  );

  const takeBack = useCallback(
    async (direction: "undo" | "redo") => {
      await saveNow();
      await serverTakeBack(direction);
    },
    [saveNow, serverTakeBack],
  );

  return { session, targets, selection, selected, lead, audition, setAudition, inMix, setInMix, shape, setStrength, apply, pin, conflict, decide, sendWaiting: saveNow, takeBack };
}
