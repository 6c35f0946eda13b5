"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { readNumber, takenAs, sayNumber } from "@/core/chain/describe";
import {
  courseOf,
  framesOfLane,
  keyframeAt,
  keyframeBefore,
  keyframeSet,
  keyframesMoved,
  keyframesRemoved,
  laneOf,
  lanePasted,
  laneReversed,
  laneScaled,
  lengthOf,
  nextEase,
  valueAtFrame,
  withEase,
  type ClipTime,
} from "@/core/chain/keyframes";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { movableIn } from "@/core/chain/motion";
import { findEffect } from "@/core/effects/registry";
import { namedEases, nameOfEase, type Ease } from "@/core/time/ease";
import { fitWays } from "@/core/time/fit";
import type { Lane } from "@/core/time/lane";
import { isSame, secondsIn } from "@/core/time/ratio";
import { ActionButton } from "../actions/action-button";
import { lanesPlace } from "../actions/lanes";
import { useActions } from "../actions/use-actions";
import { Store, useStore } from "../data/store";
import { stepped } from "../controls/travel";
import type { ViewerProps } from "../media/define";

/** What was copied last, of whichever lane. */
const copied = new Store<Lane>([]);
const countOf = (lane: Lane) => lane.length;

/** How a row of the viewer's time is divided: what it is, the time itself, a figure. */
export const timeColumns = "112px minmax(0, 1fr) 192px";

export const columnGap = "10px";
/** Left of a lane, where it is the chosen one. */
export const laneEdge = "3px";
const laneHeight = 30;

const sayEase = (ease: Ease) => {
  const name = nameOfEase(ease);
  return name === null ? "along a curve of its own" : namedEases[name].label;
};

/** The setting whose lanes are shown, by its place: the current one, where it has any or they were asked for, else the first that has some. */
export function lanesOf({ settings }: Chain, lanes: ViewerProps["lanes"]): number | null {
  const current = lanes?.at ?? null;
  const isShown =
    current !== null &&
    current < settings.length &&
    movableIn(settings[current]).size > 0 &&
    (lanes!.asked || settings[current].motion !== undefined);
  if (isShown) return current;
  const moving = settings.findIndex(({ motion }) => motion !== undefined);
  return moving < 0 ? null : moving;
}

interface LanesProps {
  readonly chain: Chain;
  /** Whose lanes they are, by its place. */
  readonly at: number;
  readonly clip: ClipTime;
  readonly frame: number;
  readonly columns?: string;
  /** How much of the time that is drawn above the clip takes, 0…1, from its beginning on. */
  readonly share?: number;
  /** Where that is, in words, where nothing else says it. */
  readonly said?: string;
  /** All parameters that take keyframes have a row, also those without any. */
  readonly all: boolean;
  onFrame(frame: number): void;
  onChain(chain: Chain): void;
  onAll(all: boolean): void;
  onLeave(): void;
}

/** The keyframes of a setting below the viewer, a lane a parameter, against the clip. */
export function Lanes(props: LanesProps) {
  const { chain, at, clip, frame, columns = timeColumns, share = 1, said, all } = props;
  const { onFrame, onChain, onAll, onLeave } = props;
  const setting = chain.settings[at];
  const specs = useMemo(() => movableIn(setting), [setting]);
  const keys = [...specs.keys()].filter((key) => all || laneOf(setting, key).length > 0);
  const [chosen, choose] = useState<string | null>(null);
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [has, setHas] = useState(false);
  const key = chosen !== null && keys.includes(chosen) ? chosen : keys[0];
  const list = useRef<HTMLDivElement>(null);

  const put = (next: EffectSetting) =>
    onChain({ ...chain, settings: chain.settings.map((s, i) => (i === at ? next : s)) });
  const select = (next: string) => {
    choose(next);
    setPicked(new Set());
  };
  if (key === undefined) return null;
  const motion = setting.motion;
  const length = lengthOf(clip);
  return (
    <Box data-lanes={at} data-subject="setting">
      <HStack justifyContent="space-between" minHeight="28px" textStyle="figure" color="muted">
        <chakra.span truncate minWidth="0" title={motion && fitWays[motion.way].help}>
          {[findEffect(setting.effect)?.name ?? setting.effect, ...(said ? [`at ${said}`] : [])].join(" · ")}
          {motion &&
            !isSame(motion.length, length) &&
            ` · set on ${secondsIn(motion.length).toFixed(2)} s, here ${fitWays[motion.way].said}`}
        </chakra.span>
        <HStack gap="4px" flexShrink={0}>
          <ActionButton action="chain.fit" short />
          <chakra.button
            px="8px"
            whiteSpace="nowrap"
            onClick={() => onAll(!all)}
            title="Rows for all parameters that take keyframes, or only for those that have some"
          >
            {all ? "only moving ones" : "all parameters"}
          </chakra.button>
        </HStack>
      </HStack>
      <Box
        onFocus={() => setHas(true)}
        onBlur={(event) => {
          const to = event.relatedTarget;
          // A menu that is opened on a lane is about it.
          if (!event.currentTarget.contains(to) && !to?.closest('[role="menu"]')) setHas(false);
        }}
      >
        <Box
          ref={list}
          role="listbox"
          tabIndex={0}
          id="lanes"
          aria-label="Keyframes"
          aria-activedescendant={`lane-${key}`}
          maxHeight="186px"
          overflowY="auto"
        >
          {keys.map((one) => (
            <LaneRow
              key={one}
              name={one}
              setting={setting}
              clip={clip}
              frame={frame}
              columns={columns}
              share={share}
              isChosen={one === key}
              picked={one === key ? picked : none}
              onChoose={() => select(one)}
              onFrame={onFrame}
              onSetting={put}
            />
          ))}
        </Box>
        {has && (
          <LanesKeys
            setting={setting}
            name={key}
            names={keys}
            clip={clip}
            frame={frame}
            picked={picked}
            onPicked={setPicked}
            onChoose={select}
            onFrame={onFrame}
            onSetting={put}
            onLeave={onLeave}
            list={list}
          />
        )}
      </Box>
    </Box>
  );
}

const none: ReadonlySet<number> = new Set();

interface KeysProps {
  readonly setting: EffectSetting;
  readonly name: string;
  readonly names: readonly string[];
  readonly clip: ClipTime;
  readonly frame: number;
  readonly picked: ReadonlySet<number>;
  readonly list: React.RefObject<HTMLDivElement | null>;
  onPicked(picked: ReadonlySet<number>): void;
  onChoose(name: string): void;
  onFrame(frame: number): void;
  onSetting(setting: EffectSetting): void;
  onLeave(): void;
}

/** What keys do while the lanes have the focus, and the value that is being typed. */
function LanesKeys(props: KeysProps) {
  const { setting, name, names, clip, frame, picked, list } = props;
  const { onPicked, onChoose, onFrame, onSetting, onLeave } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState(false);
  const lane = laneOf(setting, name);
  const there = keyframeAt(setting, name, clip, frame);
  const places = framesOfLane(setting, name, clip);
  const { value, spec } = valueAtFrame(setting, name, clip, frame)!;
  const meant = picked.size > 0 ? picked : there >= 0 ? new Set([there]) : none;
  const within = (to: number) => Math.min(clip.frames - 1, Math.max(0, to));
  const second = Math.max(1, Math.round(clip.rate[0] / clip.rate[1]));
  const opened = useActions(lanesPlace, {
    label: spec.label.toLowerCase(),
    lanes: names.length,
    keyframes: lane.length,
    isHere: there >= 0,
    meant: meant.size,
    copied: useStore(copied, countOf),
    choose: (by) => onChoose(names[Math.min(names.length - 1, Math.max(0, names.indexOf(name) + by))]),
    go: (by, unit) => onFrame(within(frame + by * (unit === "second" ? second : 1))),
    toKeyframe: (by) => {
      const next = by > 0 ? places.find((p) => p > frame) : places.findLast((p) => p < frame);
      if (next !== undefined) onFrame(within(next));
    },
    set: () => onSetting(keyframeSet(setting, name, clip, frame)),
    step: (by) => onSetting(keyframeSet(setting, name, clip, frame, stepped(spec, value, by, false))),
    move: (frames) => {
      onSetting(keyframesMoved(setting, name, clip, meant, frames));
      // What is picked moves with it; the playhead goes along with the one that it is at.
      if (picked.size === 0) onFrame(within(frame + frames));
    },
    remove: () => {
      onSetting(keyframesRemoved(setting, name, clip, frame, meant));
      onPicked(none);
    },
    ease: () => {
      const from = keyframeBefore(setting, name, clip, frame);
      const which = picked.size > 0 ? picked : new Set([Math.max(0, from)]);
      const [first] = which;
      onSetting(withEase(setting, name, which, nextEase(lane[first].ease)));
    },
    pick: () =>
      onPicked(
        picked.has(there) ? new Set([...picked].filter((n) => n !== there)) : new Set([...picked, there]),
      ),
    pickAll: () => onPicked(new Set(lane.keys())),
    copy: () => copied.set(picked.size > 0 ? lane.filter((_, n) => picked.has(n)) : [...lane]),
    paste: () => onSetting(lanePasted(setting, name, clip, frame, copied.get())),
    reverse: () => onSetting(laneReversed(setting, name)),
    scale: (by) => onSetting(laneScaled(setting, name, by)),
    leave: onLeave,
  });
  // A digit begins to type the value that is to be there.
  useEffect(() => {
    const rows = list.current;
    if (!rows) return;
    const begin = (event: globalThis.KeyboardEvent) => {
      if (event.ctrlKey || event.altKey || event.metaKey || !/^[0-9.,-]$/.test(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      setTyped(event.key);
    };
    rows.addEventListener("keydown", begin);
    return () => rows.removeEventListener("keydown", begin);
  }, [list]);
  const close = () => {
    setTyped(null);
    setProblem(false);
    list.current?.focus();
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== "Enter" && event.key !== "Escape") return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === "Escape") return close();
    const read = readNumber(spec, typed ?? "");
    if (read === undefined) return setProblem(true);
    onSetting(keyframeSet(setting, name, clip, frame, takenAs(spec, read).value));
    close();
  };
  return (
    <>
      {opened}
      {typed !== null && (
        <HStack gap="8px" mt="4px" textStyle="figure">
          <chakra.label>
            {`${spec.label} here: `}
            <chakra.input
              autoFocus
              aria-label={`${spec.label}, type a value`}
              aria-invalid={problem}
              value={typed}
              width="100px"
              bg="fieldGround"
              color="cardInk"
              border="1px solid"
              borderColor={problem ? "loss" : "selected"}
              borderRadius="small"
              px="6px"
              onChange={(event) => {
                setTyped(event.target.value);
                setProblem(false);
              }}
              onBlur={() => setTyped(null)}
              onKeyDown={onKey}
            />
          </chakra.label>
          {problem && (
            <chakra.span role="alert" color="loss">
              {`✕ Type a number from ${sayNumber(spec, spec.min)} to ${sayNumber(spec, spec.max)}.`}
            </chakra.span>
          )}
        </HStack>
      )}
    </>
  );
}

interface RowProps {
  readonly name: string;
  readonly setting: EffectSetting;
  readonly clip: ClipTime;
  readonly frame: number;
  readonly columns: string;
  readonly share: number;
  readonly isChosen: boolean;
  readonly picked: ReadonlySet<number>;
  onChoose(): void;
  onFrame(frame: number): void;
  onSetting(setting: EffectSetting): void;
}

/** Where a frame lies in a row, in percent. */
export const placeOf = (frame: number, { frames }: Pick<ClipTime, "frames">) =>
  (frame / Math.max(1, frames - 1)) * 100;

/** Where in a row one is. */
export const TimeMark = ({ frame, frames }: { readonly frame: number; readonly frames: number }) => (
  <Box
    position="absolute"
    insetY="0"
    width="1px"
    bg="keyGround"
    pointerEvents="none"
    style={{ left: `${placeOf(frame, { frames })}%` }}
  />
);

/** A parameter's course over the clip: press to go there, press twice to set a keyframe, drag a keyframe to move it. */
function LaneRow(props: RowProps) {
  const { name, setting, clip, frame, columns, share, isChosen, picked, onChoose, onFrame, onSetting } =
    props;
  const { value, spec } = valueAtFrame(setting, name, clip, frame)!;
  const lane = laneOf(setting, name);
  const places = framesOfLane(setting, name, clip);
  const course = useMemo(() => {
    const values = courseOf(setting, name, clip, 160);
    return values
      .map((v, i) => `${((i / 159) * 100).toFixed(2)},${(laneHeight - 5 - v * (laneHeight - 10)).toFixed(2)}`)
      .join(" ");
  }, [setting, name, clip]);
  const dragged = useRef<{
    readonly at: number;
    readonly from: number;
    readonly before: EffectSetting;
  } | null>(null);
  const frameUnder = (event: PointerEvent | React.MouseEvent) => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const share = Math.min(1, Math.max(0, (event.clientX - left) / width));
    return Math.round(share * (clip.frames - 1));
  };
  const onPointer = (event: PointerEvent<HTMLDivElement>) => {
    const under = frameUnder(event);
    // What a menu is opened on is chosen.
    if (event.button > 0) {
      if (event.type === "pointerdown") onChoose();
      return;
    }
    if (event.type === "pointerdown") {
      onChoose();
      event.currentTarget.setPointerCapture(event.pointerId);
      const { width } = event.currentTarget.getBoundingClientRect();
      const reach = (6 / width) * clip.frames;
      const at = places.findIndex((p) => Math.abs(p - under) <= reach);
      dragged.current = at >= 0 ? { at, from: places[at], before: setting } : null;
      onFrame(at >= 0 ? Math.min(clip.frames - 1, Math.max(0, places[at])) : under);
      return;
    }
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const { current } = dragged;
    if (current && under !== current.from)
      onSetting(keyframesMoved(current.before, name, clip, new Set([current.at]), under - current.from));
    onFrame(under);
  };
  const here = keyframeAt(setting, name, clip, frame);
  const count = lane.length === 1 ? "1 keyframe" : `${lane.length} keyframes`;
  return (
    <Box
      role="option"
      id={`lane-${name}`}
      aria-selected={isChosen}
      aria-label={`${spec.label}, ${sayNumber(spec, value)}, ${count}${here >= 0 ? `, one here, going on ${sayEase(lane[here].ease)}` : ""}`}
      data-lane={name}
      data-subject="keyframe"
      data-subject-name={spec.label}
      data-keyframes={places.join(" ")}
      display="grid"
      gridTemplateColumns={columns}
      alignItems="center"
      columnGap={columnGap}
      borderLeft={`${laneEdge} solid`}
      borderColor={isChosen ? "selected" : "transparent"}
      bg={isChosen ? "selectedGround" : undefined}
    >
      <chakra.span pl="8px" textStyle="figure" truncate title={spec.help}>
        {spec.label}
      </chakra.span>
      <Box
        position="relative"
        bg="plot"
        borderBottom="1px solid"
        borderColor="rule"
        cursor="pointer"
        touchAction="none"
        style={{ height: laneHeight, width: `${100 * share}%` }}
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        onDoubleClick={(event) => {
          const at = frameUnder(event);
          onSetting(
            keyframeAt(setting, name, clip, at) >= 0
              ? keyframesRemoved(setting, name, clip, at, new Set([keyframeAt(setting, name, clip, at)]))
              : keyframeSet(setting, name, clip, at),
          );
        }}
      >
        <chakra.svg
          width="100%"
          height={`${laneHeight}px`}
          viewBox={`0 0 100 ${laneHeight}`}
          preserveAspectRatio="none"
          aria-hidden="true"
          color={lane.length > 0 ? "ink" : "muted"}
        >
          <polyline
            points={course}
            fill="none"
            stroke="currentColor"
            strokeWidth="1.4"
            strokeDasharray={lane.length > 0 ? undefined : "3 4"}
            vectorEffect="non-scaling-stroke"
          />
        </chakra.svg>
        {places.map((at, n) =>
          at < 0 || at >= clip.frames ? null : (
            <Box
              key={n}
              position="absolute"
              top="3px"
              bottom="3px"
              width={picked.has(n) ? "7px" : "4px"}
              transform={picked.has(n) ? "translateX(-3px)" : "translateX(-2px)"}
              bg={at === frame ? "keyGround" : "selected"}
              borderRadius="small"
              pointerEvents="none"
              title={`${sayNumber(spec, lane[n].value)}, ${sayEase(lane[n].ease)}`}
              style={{ left: `${placeOf(at, clip)}%` }}
            />
          ),
        )}
        <TimeMark frame={frame} frames={clip.frames} />
      </Box>
      <chakra.span
        textStyle="figure"
        whiteSpace="nowrap"
        truncate
        title={here >= 0 ? `from here on ${sayEase(lane[here].ease)}` : undefined}
      >
        {sayNumber(spec, value)}
        {here >= 0 && <chakra.span color="muted">{` · ${sayEase(lane[here].ease)}`}</chakra.span>}
      </chakra.span>
    </Box>
  );
}
