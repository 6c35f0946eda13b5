"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { percent } from "@/core/effects/parameter";
import type { Target } from "@/core/library/entities";
import { folderPath } from "@/core/library/folders";
import { NumberControl } from "../controls/number-control";
import { useDesk } from "../data/desk";
import { useKeyActions } from "../keys/keys";
import { MainButton, QuietButton } from "../parts/buttons";
import { IndexCard } from "../parts/index-card";
import { KeyCap } from "../parts/key-cap";
import { Stamp } from "../parts/stamp";
import { SettingPanel } from "./setting-panel";
import type { Bench } from "./use-bench";

const strengthSpec = percent({ label: "Strength", help: "How much of the whole chain is heard or seen, against the untouched material.", min: 0, max: 100, default: 100, resolution: 1 });

interface ChainColumnProps {
  readonly bench: Bench;
  readonly target: Target;
  readonly onKeep: () => void;
  readonly onAdd: () => void;
  /** The setting that is open, by its place. */
  readonly open: number | null;
  readonly onOpen: (index: number | null) => void;
}

/** The lead target's chain as an index card: settings in order, strength below, keep and add under it. */
export function ChainColumn({ bench, target, onKeep, onAdd, open, onOpen }: ChainColumnProps) {
  const { data } = useDesk();
  const { replica } = data;
  const { shape, setStrength } = bench;
  const { chain } = target;
  const [focusWanted, setFocusWanted] = useState<{ index: number } | null>(null);
  const column = useRef<HTMLDivElement>(null);

  const card = target.cardId ? replica.card.get(target.cardId) : undefined;
  const favourite = card && [...replica.favourite.values()].some((f) => f.cardId === card.id);
  const key = card && [...replica.keyBinding.values()].find((k) => k.cardId === card.id)?.key;
  const behind = card !== undefined && target.cardVersion !== null && target.cardVersion !== card.contentVersion;
  const changed = useMemo(() => card !== undefined && !behind && fingerprint(chainText(chain)) !== card.fingerprint, [card, behind, chain]);

  useEffect(() => {
    if (!focusWanted) return;
    column.current?.querySelector<HTMLElement>(`[data-setting="${focusWanted.index}"] [data-setting-name]`)?.focus();
    setFocusWanted(null);
  }, [focusWanted]);

  const actions = useMemo(() => {
    /** The setting that keys are about: the focused one, else the open one. */
    const current = () => {
      const focused = document.activeElement?.closest<HTMLElement>("[data-setting]")?.dataset.setting;
      return focused === undefined ? open : Number(focused);
    };
    const withCurrent = (act: (at: number) => void) => () => {
      const at = current();
      if (at !== null && at < chain.settings.length) act(at);
    };
    const put = (settings: readonly EffectSetting[]): Chain => ({ ...chain, settings });
    const move = (by: 1 | -1) =>
      withCurrent((at) => {
        const to = at + by;
        if (to < 0 || to >= chain.settings.length) return;
        const settings = [...chain.settings];
        [settings[at], settings[to]] = [settings[to], settings[at]];
        shape(put(settings));
        if (open === at) onOpen(to);
        setFocusWanted({ index: to });
      });
    const some = chain.settings.length > 0;
    return [
      { keys: ["a"], label: "add", run: onAdd },
      { keys: ["k"], label: "keep", disabled: !some, run: onKeep },
      { keys: ["o"], label: "on / off", quiet: open === null, disabled: !some, run: withCurrent((at) => shape(put(chain.settings.map((s, i) => (i === at ? { ...s, on: !s.on } : s))))) },
      {
        keys: ["d"], label: "remove", quiet: open === null, disabled: !some,
        run: withCurrent((at) => {
          shape(put(chain.settings.filter((_, i) => i !== at)));
          const next = Math.min(at, chain.settings.length - 2);
          onOpen(null);
          if (next >= 0) setFocusWanted({ index: next });
        }),
      },
      { keys: ["Alt+ArrowUp"], label: "earlier", quiet: true, disabled: !some, run: move(-1) },
      { keys: ["Alt+ArrowDown"], label: "later", quiet: true, disabled: !some, run: move(1) },
      { keys: ["s"], label: "strength", quiet: true, disabled: !some, run: () => column.current?.querySelector<HTMLElement>('[aria-label="Strength"][role="slider"]')?.focus() },
    ];
  }, [chain, open, onAdd, onKeep, onOpen, shape]);
  useKeyActions(actions);

  const change = (at: number, setting: EffectSetting) => shape({ ...chain, settings: chain.settings.map((s, i) => (i === at ? setting : s)) });
  const title = card?.name ?? (chain.settings.length > 0 ? "Shaped by hand" : "Nothing on it yet");
  return (
    <Box ref={column} as="aside" aria-label="Chain" bg="panel" borderLeft="1px solid" borderColor="rule" p="16px" overflowY="auto" minHeight="0">
      <IndexCard
        label="Chain of the target" tab={card ? folderPath(replica.folder, card.folderId) || "Unfiled" : target.name}
        title={
          <HStack gap="8px" minWidth="0">
            <chakra.h2 fontFamily="heading" fontSize="lg" fontWeight="600" lineHeight="1.25" overflowWrap="anywhere" lineClamp={2}>{title}</chakra.h2>
            {favourite && <Stamp letter="F" name="Favourites" />}
            {key && <KeyCap keys={key} />}
            {behind && <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">{`version ${target.cardVersion}, ${card.contentVersion} is there`}</chakra.span>}
            {changed && <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">changed by hand</chakra.span>}
          </HStack>
        }
      >
        {chain.settings.length === 0 ? (
          <Box px="16px" py="14px" color="cardMuted">
            Press <KeyCap keys="/" /> to find a card, or <KeyCap keys="a" /> to add an effect.
          </Box>
        ) : (
          <>
            <Box as="ul" listStyleType="none" m="0" p="0" aria-label="Settings">
              {chain.settings.map((setting, i) => (
                <SettingPanel key={i} setting={setting} index={i} open={open === i} onOpen={() => onOpen(open === i ? null : i)} onChange={(next) => change(i, next)} />
              ))}
            </Box>
            <Box px="16px" py="4px">
              <NumberControl spec={strengthSpec} value={target.strength} onChange={setStrength} />
            </Box>
          </>
        )}
      </IndexCard>
      <HStack mt="14px" gap="8px">
        <MainButton keys="k" onClick={onKeep} disabled={chain.settings.length === 0}>Keep as card</MainButton>
        <QuietButton keys="a" color="muted" onClick={onAdd}>Add effect</QuietButton>
      </HStack>
    </Box>
  );
}
