import { Box, chakra, HStack } from "@chakra-ui/react";
import { Circle, CircleDot, Spline, TriangleAlert } from "lucide-react";
import type { ReactNode } from "react";
import { saySetting } from "@/core/chain/describe";
import { keyframeAt, keyframeSet, keyframesRemoved, laneOf, valueAtFrame } from "@/core/chain/keyframes";
import type { EffectSetting, Json } from "@/core/chain/model";
import { mixLane, mixParameter, movableIn } from "@/core/chain/motion";
import { findEffect } from "@/core/effects/registry";
import type { Stage } from "@/core/library/stages";
import { NumberControl } from "../controls/number-control";
import { useStore, type Store } from "../data/store";
import { useSortableRow } from "../parts/sortable";
import type { Playhead } from "../state/bench/playhead";
import { ParameterControl } from "../controls/parameter-control";

/** What a setting is dragged by. */
export const settingId = (index: number): string => `setting-${index}`;

interface SettingPanelProps {
  readonly setting: EffectSetting;
  readonly index: number;
  readonly open: boolean;
  /** The stage that it belongs to and the later one that it stands behind. */
  readonly late?: { readonly stage: Stage; readonly before: Stage };
  /** Where in the clip one is, whose values are shown and set. */
  readonly playhead: Store<Playhead | null>;
  readonly onOpen: () => void;
  /** It has the focus, or is pressed. */
  readonly onPoint: () => void;
  readonly onChange: (setting: EffectSetting) => void;
}

/** What of a setting moves in the clip that is in the viewer; null where there is none. */
function useMoving(setting: EffectSetting, playhead: Store<Playhead | null>) {
  // A setting without keyframes is the same at every frame, and is not drawn anew while one plays.
  const follows = setting.motion !== undefined;
  const isThere = useStore(playhead, (now) => now !== null);
  const frame = useStore(playhead, (now) => (follows && now ? now.frame : null));
  const clip = useStore(playhead, (now) => (follows && now ? now.clip : null));
  if (!isThere) return null;
  const now = () => playhead.get();
  return {
    takes: (key: string) => movableIn(setting).has(key),
    /** The value that a lane has here; undefined where there is no lane. */
    at: (key: string) =>
      clip && frame !== null && laneOf(setting, key).length > 0
        ? valueAtFrame(setting, key, clip, frame)?.value
        : undefined,
    hasHere: (key: string) => clip !== null && frame !== null && keyframeAt(setting, key, clip, frame) >= 0,
    withKeyframe: (key: string, value?: number) => {
      const here = now();
      return here ? keyframeSet(setting, key, here.clip, here.frame, value) : setting;
    },
    without: (key: string) => {
      const here = now();
      if (!here) return setting;
      const at = keyframeAt(setting, key, here.clip, here.frame);
      return keyframesRemoved(setting, key, here.clip, here.frame, new Set([at]));
    },
  };
}

interface WithKeyframeProps {
  readonly name: string;
  readonly label: string;
  readonly moving: ReturnType<typeof useMoving>;
  readonly onChange: (setting: EffectSetting) => void;
  readonly children: ReactNode;
}

/** A parameter's control, with a press that sets its keyframe at the playhead or takes it out, where it takes any. */
function WithKeyframe({ name, label, moving, onChange, children }: WithKeyframeProps) {
  if (!moving?.takes(name)) return children;
  const isHere = moving.hasHere(name);
  const does = isHere ? `Take the keyframe of ${label} out` : `Set a keyframe of ${label} here`;
  return (
    <Box display="grid" gridTemplateColumns="minmax(0, 1fr) 24px" columnGap="6px" alignItems="end">
      <Box>{children}</Box>
      <chakra.button
        aria-label={does}
        aria-pressed={isHere}
        title={does}
        height="24px"
        display="grid"
        placeItems="center"
        borderRadius="small"
        outlineColor="cardSelected"
        color={isHere ? "cardInk" : "cardMuted"}
        bg={isHere ? "keyGround" : undefined}
        opacity={moving.at(name) === undefined ? 0.6 : 1}
        onClick={() => onChange(isHere ? moving.without(name) : moving.withKeyframe(name))}
      >
        <Spline size={14} aria-hidden="true" />
      </chakra.button>
    </Box>
  );
}

/** One setting of the chain: a ruled line, and below it its parameters when it is open. */
export function SettingPanel({
  setting,
  index,
  open,
  late,
  playhead,
  onOpen,
  onPoint,
  onChange,
}: SettingPanelProps) {
  const effect = findEffect(setting.effect);
  const name = effect?.name ?? setting.effect;
  const moving = useMoving(setting, playhead);
  const set = (key: string, value: Json) =>
    onChange(
      moving?.at(key) !== undefined && typeof value === "number"
        ? moving.withKeyframe(key, value)
        : { ...setting, values: { ...setting.values, [key]: value } },
    );
  const { row, handle } = useSortableRow(settingId(index));
  return (
    <Box
      as="li"
      {...row}
      data-setting={index}
      data-subject="setting"
      data-subject-name={name}
      onFocus={onPoint}
      onMouseDown={onPoint}
      borderBottom="1px solid"
      borderColor="cardRule"
      bg={open ? "cardSelectedGround" : undefined}
    >
      <HStack px="16px" py="2px" gap="8px" minHeight="34px" {...handle}>
        <chakra.button
          aria-label={`${name} ${setting.on ? "on" : "off"}`}
          aria-pressed={setting.on}
          title="on / off"
          onClick={() => onChange({ ...setting, on: !setting.on })}
          fontFamily="mono"
          width="20px"
          outlineColor="cardSelected"
          color="cardInk"
        >
          {setting.on ? <CircleDot size={14} /> : <Circle size={14} />}
        </chakra.button>
        <chakra.button
          aria-expanded={open}
          onClick={onOpen}
          data-setting-name
          data-begins=""
          display="flex"
          flex="1"
          justifyContent="space-between"
          gap="10px"
          minWidth="0"
          textAlign="left"
          py="6px"
          outlineColor="cardSelected"
          color={setting.on ? "cardInk" : "cardMuted"}
        >
          <chakra.span
            fontWeight={open ? "600" : "400"}
            fontFamily={open ? "heading" : "body"}
            flexShrink={0}
          >
            {name}
          </chakra.span>
          <chakra.span
            textStyle="figure"
            truncate
            alignSelf="center"
          >{`${setting.on ? "" : "off · "}${saySetting(setting)}`}</chakra.span>
        </chakra.button>
      </HStack>
      {late && (
        <HStack px="16px" pb="6px" pl="11" gap="6px" fontSize="xs" color="cardMuted" role="note">
          <TriangleAlert size={12} aria-hidden="true" />
          {`${late.stage.name} is usually done before ${late.before.name}.`}
        </HStack>
      )}
      {open && (
        <Box px="16px" pb="10px" pl="11">
          {effect ? (
            <>
              {effect.medium === "audio" && effect.offline && (
                <Box fontSize="xs" color="cardMuted" pb="4px">
                  {effect.analyse
                    ? "Hears the whole sound first; not for live playback, and not in a mix."
                    : "Looks far ahead; not for live playback."}
                </Box>
              )}
              {Object.entries(effect.parameters).map(([key, spec]) => (
                <WithKeyframe key={key} name={key} label={spec.label} moving={moving} onChange={onChange}>
                  <ParameterControl
                    spec={spec}
                    value={moving?.at(key) ?? setting.values[key]}
                    onChange={(value) => set(key, value)}
                  />
                </WithKeyframe>
              ))}
              <WithKeyframe name={mixLane} label={mixParameter.label} moving={moving} onChange={onChange}>
                <NumberControl
                  spec={{ ...mixParameter, default: effect.defaultMix }}
                  value={moving?.at(mixLane) ?? setting.mix}
                  onChange={(mix) =>
                    onChange(
                      moving?.at(mixLane) !== undefined
                        ? moving.withKeyframe(mixLane, mix)
                        : { ...setting, mix },
                    )
                  }
                />
              </WithKeyframe>
            </>
          ) : (
            <Box fontSize="xs">
              This effect is not installed here. It is kept as it is and left out of the sound or picture.
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
