"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { isTouched } from "@/core/library/series";
import type { EffectSetting } from "@/core/chain/model";
import { percent } from "@/core/effects/parameter";
import type { Origin, Target } from "@/core/library/entities";
import { movedTo } from "@/core/library/drop";
import { outOfOrder } from "@/core/library/stages";
import { pathOf } from "@/core/library/tree";
import { count } from "@/core/library/words";
import { ActionButton } from "../actions/action-button";
import { NumberControl } from "../controls/number-control";
import { useData } from "../data/desk";
import { IndexCard } from "../parts/index-card";
import { KeyCap } from "../parts/key-cap";
import { Sortable } from "../parts/sortable";
import { ListStamp } from "../parts/stamp";
import { ChainActions, type OnBench } from "./bench-actions";
import { StageStrip } from "./stage-strip";
import { SettingPanel, settingId } from "./setting-panel";
import type { Bench } from "./use-bench";

const strengthSpec = percent({
  label: "Strength",
  help: "How much of the whole chain is heard or seen, against the untouched material.",
  min: 0,
  max: 100,
  default: 100,
  resolution: 1,
});

interface ChainColumnProps {
  readonly bench: Bench;
  readonly target: Target;
  readonly here: OnBench;
  /** A setting is pointed at, or none any more. */
  readonly onSetting: (at: number | null) => void;
  /** The focus comes among the settings, by keys or not, or goes from them. */
  readonly onSettings: (byKeys: boolean) => void;
  /** The setting that is open, by its place. */
  readonly open: number | null;
  readonly onOpen: (index: number | null) => void;
}

/** What the material was rendered from, in place, and the way back. */
function MadeFrom({ origin: { chain, cardId, cardVersion } }: { readonly origin: Origin }) {
  const card = useData(({ replica }) => (cardId === null ? undefined : replica.card.get(cardId)));
  const from = card ? `“${card.name}”, version ${cardVersion}` : count(chain.settings.length, "setting");
  const isOld = card !== undefined && card.contentVersion !== cardVersion;
  return (
    <Box as="section" aria-label="Rendered in place" mt="12px" fontSize="sm" color="muted">
      {`The material was rendered in place with ${from}${isOld ? `; version ${card.contentVersion} is there` : ""}.`}
      <HStack gap="4px" mt="4px" ml="-8px">
        <ActionButton action="bench.bring-back" short />
        {isOld && <ActionButton action="bench.render-again" short />}
      </HStack>
    </Box>
  );
}

/** The lead target's chain as an index card: settings in order, strength below, keep and add under it. */
export function ChainColumn({ bench, target, here, onSetting, onSettings, open, onOpen }: ChainColumnProps) {
  const { shape, setStrength } = bench;
  const { chain } = target;

  const cardId = target.cardId ?? "";
  const card = useData(({ replica }) => replica.card.get(cardId));
  const folder = useData(({ replica }) => pathOf(replica.folder, replica.card.get(cardId)?.folderId ?? null));
  const lists = useData(({ shelf }) => shelf.listsOf(cardId));
  const key = useData(({ shelf }) => shelf.keyOf(cardId));
  const behind =
    card !== undefined && target.cardVersion !== null && target.cardVersion !== card.contentVersion;
  const changed = card !== undefined && isTouched(target, card) === true;

  const late = outOfOrder(chain, here.stages);

  const onDrop = (dragged: string, over: string) => {
    const [from, to] = [dragged, over].map((id) => chain.settings.findIndex((_, i) => settingId(i) === id));
    shape({ ...chain, settings: movedTo(chain.settings, from, to) });
    onOpen(open === from ? to : null);
  };
  const change = (at: number, setting: EffectSetting) =>
    shape({ ...chain, settings: chain.settings.map((s, i) => (i === at ? setting : s)) });
  const title = card?.name ?? (chain.settings.length > 0 ? "Shaped by hand" : "Nothing on it yet");
  return (
    <Box
      as="aside"
      aria-label="Chain"
      data-subject="chain"
      bg="panel"
      p="16px"
      overflowY="auto"
      minHeight="0"
    >
      {here.stages.length > 0 && <StageStrip count={here.stages.length} />}
      <IndexCard
        label="Chain of the target"
        tab={card ? folder || "Unfiled" : target.name}
        title={
          <HStack gap="8px" minWidth="0">
            <chakra.h2 textStyle="cardTitle" lineHeight="1.25" overflowWrap="anywhere" lineClamp={2}>
              {title}
            </chakra.h2>
            {lists.map((list) => (
              <ListStamp key={list.id} list={list} />
            ))}
            {key && <KeyCap keys={key} />}
            {behind && (
              <chakra.span
                fontSize="xs"
                color="cardMuted"
                whiteSpace="nowrap"
              >{`version ${target.cardVersion}, ${card.contentVersion} is there`}</chakra.span>
            )}
            {changed && (
              <chakra.span fontSize="xs" color="cardMuted" whiteSpace="nowrap">
                changed by hand
              </chakra.span>
            )}
          </HStack>
        }
      >
        {chain.settings.length === 0 ? (
          <Box px="16px" py="16px" color="cardMuted">
            Press <KeyCap keys="/" /> to find a card, or <KeyCap keys="a" /> to add an effect.
          </Box>
        ) : (
          <>
            <Box
              as="ul"
              listStyleType="none"
              m="0"
              p="0"
              aria-label="Settings"
              onFocus={({ target }) => onSettings(target.matches(":focus-visible"))}
              onBlur={(event) => {
                const to = event.relatedTarget;
                if (!event.currentTarget.contains(to)) onSettings(false);
                // A menu that is opened on a setting is about it.
                if (to && !event.currentTarget.contains(to) && !to.closest('[role="menu"]')) onSetting(null);
              }}
            >
              <Sortable ids={chain.settings.map((_, i) => settingId(i))} onDrop={onDrop}>
                {chain.settings.map((setting, i) => (
                  <SettingPanel
                    key={i}
                    setting={setting}
                    index={i}
                    open={open === i}
                    late={late.get(i)}
                    playhead={bench.playhead}
                    onPoint={() => onSetting(i)}
                    onOpen={() => onOpen(open === i ? null : i)}
                    onChange={(next) => change(i, next)}
                  />
                ))}
              </Sortable>
            </Box>
            <Box px="16px" py="4px">
              <NumberControl spec={strengthSpec} value={target.strength} onChange={setStrength} />
            </Box>
          </>
        )}
      </IndexCard>
      {target.origin && <MadeFrom origin={target.origin} />}
      <HStack mt="16px" gap="8px">
        <ActionButton action="chain.keep" main />
        <ActionButton action="chain.add" />
      </HStack>
      <ChainActions here={here} />
    </Box>
  );
}
