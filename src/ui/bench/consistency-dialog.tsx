"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import {
  broughtTo,
  fallingOut,
  lookMeasures,
  usualLook,
  type LookMeasure,
  type PictureLook,
} from "@/core/measure/consistency";
import { count, sentence } from "@/core/library/words";
import { useDesk } from "../data/desk";
import { materialOf } from "../data/material";
import { roomOf } from "../media";
import { MainButton, QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import type { Bench } from "./use-bench";
import { useLooks } from "./use-looks";

const stops = (value: number) => `${value < 0 ? "−" : "+"}${Math.abs(value).toFixed(2)}`;

interface Row {
  readonly id: string;
  readonly name: string;
  readonly look: PictureLook;
  readonly out: readonly LookMeasure[];
}

interface ConsistencyDialogProps {
  readonly bench: Bench;
  /** The pictures and clips that are compared. */
  readonly ids: readonly string[];
  readonly onClose: () => void;
}

/** How alike the pictures or clips of a series are; what falls out is corrected by one key, all that does by another. */
export function ConsistencyDialog({ bench, ids, onClose }: ConsistencyDialogProps) {
  const { act, tell, libraryId, renderer } = useDesk();
  const { session } = bench;
  const targets = useMemo(
    () => ids.flatMap((id) => bench.targets.find((target) => target.id === id) ?? []),
    [ids, bench.targets],
  );
  const looks = useLooks(session, targets);
  const [wanted, setAt] = useState(0);
  /** How many of those that are corrected have been; null where none is. */
  const [done, setDone] = useState<{ readonly of: number; readonly so: number } | null>(null);
  const isBusy = done !== null;
  const list = useRef<HTMLDivElement>(null);
  const rows = useMemo<readonly Row[]>(() => {
    const known = targets.flatMap(({ id, name }) => {
      const look = looks.get(id);
      return look ? [{ id, name, look }] : [];
    });
    if (known.length === 0) return [];
    const out = fallingOut(known.map(({ look }) => look));
    return known.map((row, i) => ({ ...row, out: out[i] }));
  }, [targets, looks]);
  const kinds = new Set(targets.map(({ kind }) => kind));
  const noun = kinds.size === 1 ? targets[0].kind : "target";
  const usual = rows.length > 0 ? usualLook(rows.map(({ look }) => look)) : null;
  const isMeasured = targets.every(({ id }) => looks.has(id));
  const at = Math.max(0, Math.min(wanted, rows.length - 1));
  const shownId = rows[at]?.id;
  useEffect(() => {
    if (shownId !== undefined)
      document.getElementById(`look-${shownId}`)?.scrollIntoView({ block: "nearest" });
  }, [shownId]);
  const outer = rows.filter(({ out }) => out.length > 0);
  const correct = async (some: readonly Row[]) => {
    if (!usual || some.length === 0 || isBusy) return;
    setDone({ of: some.length, so: 0 });
    await bench.sendWaiting();
    const chains: { targetId: string; chain: Chain; seen: number }[] = [];
    const stays: string[] = [];
    for (const [i, { id, name, look, out }] of some.entries()) {
      const target = bench.targets.find((one) => one.id === id);
      const media = target && materialOf(session.media, target);
      const measure = roomOf(media?.facts.kind)?.look;
      if (!target || !media || !measure) continue;
      const { chain, strength, version } = target;
      const withMore = (more: readonly EffectSetting[]) => ({
        ...chain,
        settings: [...chain.settings, ...more],
      });
      const more = await broughtTo(look, usual, out, (tried) =>
        measure({
          renderer,
          libraryId,
          media,
          chain: withMore(tried),
          strength,
          isWanted: () => true,
        }).catch(() => null),
      );
      if (more.length > 0) chains.push({ targetId: id, chain: withMore(more), seen: version });
      else stays.push(name);
      setDone({ of: some.length, so: i + 1 });
    }
    const made =
      chains.length > 0 ? await act("set-chains", { sessionId: session.session.id, chains }) : null;
    setDone(null);
    const words = [
      ...(made?.change ? [sentence(made.change.summary)] : []),
      ...(stays.length > 0
        ? [
            `Nothing brings ${stays.length === 1 ? `“${stays[0]}”` : count(stays.length, noun)} nearer to the others.`,
          ]
        : []),
    ];
    if (words.length > 0) tell({ kind: "done", text: words.join(" ") });
  };
  const onKey = (event: KeyboardEvent) => {
    const keys = combination(event);
    const move = listMove(keys, { at, count: rows.length });
    if (move && move !== "all") setAt(move.to);
    else if (keys === "Enter") void correct(rows.slice(at, at + 1).filter(({ out }) => out.length > 0));
    else if (keys === "Alt+Enter") void correct(outer);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Dialog
      title={`Consistency of ${count(targets.length, noun)}`}
      onClose={onClose}
      initialFocus={list}
      width="680px"
    >
      <Box color="cardMuted" fontSize="sm" mb="8px" role="status">
        {isMeasured && rows.length < targets.length
          ? `${count(targets.length - rows.length, noun)} too black or too white to be measured. `
          : ""}
        {done
          ? `Correcting ${done.so + 1} of ${done.of} …`
          : isMeasured
            ? outer.length === 0
              ? "All alike: none falls out."
              : `${outer.length} of ${rows.length} fall out. In stops, against the middle of the series.`
            : `Measuring ${looks.size} of ${targets.length} …`}
      </Box>
      <Box
        display="grid"
        gridTemplateColumns="1fr repeat(4, 92px)"
        px="12px"
        fontSize="xs"
        fontWeight="600"
        color="cardMuted"
      >
        <span>{noun}</span>
        {lookMeasures.map((measure) => (
          <chakra.span key={measure} textAlign="right">
            {measure}
          </chakra.span>
        ))}
      </Box>
      <Box
        ref={list}
        role="listbox"
        aria-label="The series"
        aria-activedescendant={rows[at] && `look-${rows[at].id}`}
        tabIndex={0}
        border="1px solid"
        borderColor="cardRule"
        height="300px"
        overflowY="auto"
        onKeyDown={onKey}
      >
        {rows.map(({ id, name, look, out }, i) => (
          <Box
            key={id}
            id={`look-${id}`}
            role="option"
            aria-selected={i === at}
            data-out={out.join(" ") || undefined}
            layerStyle="cardRow"
            display="grid"
            gridTemplateColumns="1fr repeat(4, 92px)"
            px="10px"
            py="4px"
            fontSize="sm"
            cursor="default"
            onClick={() => setAt(i)}
          >
            <chakra.span truncate title={name} fontWeight={out.length > 0 ? "600" : undefined}>
              {name}
            </chakra.span>
            {lookMeasures.map((measure) => (
              <chakra.span
                key={measure}
                textStyle="figure"
                textAlign="right"
                fontWeight={out.includes(measure) ? "700" : undefined}
                color={out.includes(measure) ? undefined : "cardMuted"}
              >
                {`${out.includes(measure) ? "≠ " : ""}${stops(look[measure] - usual![measure])}`}
              </chakra.span>
            ))}
          </Box>
        ))}
      </Box>
      <HStack mt="12px" gap="12px">
        <MainButton
          keys="Enter"
          disabled={!isMeasured || isBusy || (rows[at]?.out.length ?? 0) === 0}
          onClick={() => void correct(rows.slice(at, at + 1))}
        >
          Correct it
        </MainButton>
        <QuietButton
          keys="Alt+Enter"
          disabled={!isMeasured || isBusy || outer.length === 0}
          onClick={() => void correct(outer)}
        >
          {`Correct all ${outer.length}`}
        </QuietButton>
        <QuietButton onClick={onClose}>Leave</QuietButton>
      </HStack>
    </Dialog>
  );
}
