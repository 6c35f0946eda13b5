import { Box, chakra, HStack } from "@chakra-ui/react";
import { Circle, CircleDot, TriangleAlert } from "lucide-react";
import { saySetting } from "@/core/chain/describe";
import type { EffectSetting, Json } from "@/core/chain/model";
import { percent } from "@/core/effects/parameter";
import { findEffect } from "@/core/effects/registry";
import type { Stage } from "@/core/library/stages";
import { NumberControl } from "../controls/number-control";
import { useSortableRow } from "../parts/sortable";
import { ParameterControl } from "../controls/parameter-control";

const mixSpec = percent({
  label: "Mix",
  help: "Share of the effect's result; the rest is the signal before it.",
  min: 0,
  max: 100,
  default: 100,
});

/** What a setting is dragged by. */
export const settingId = (index: number): string => `setting-${index}`;

interface SettingPanelProps {
  readonly setting: EffectSetting;
  readonly index: number;
  readonly open: boolean;
  /** The stage that it belongs to and the later one that it stands behind. */
  readonly late?: { readonly stage: Stage; readonly before: Stage };
  readonly onOpen: () => void;
  /** It has the focus, or is pressed. */
  readonly onPoint: () => void;
  readonly onChange: (setting: EffectSetting) => void;
}

/** One setting of the chain: a ruled line, and below it its parameters when it is open. */
export function SettingPanel({ setting, index, open, late, onOpen, onPoint, onChange }: SettingPanelProps) {
  const effect = findEffect(setting.effect);
  const name = effect?.name ?? setting.effect;
  const set = (key: string, value: Json) =>
    onChange({ ...setting, values: { ...setting.values, [key]: value } });
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
                <ParameterControl
                  key={key}
                  spec={spec}
                  value={setting.values[key]}
                  onChange={(value) => set(key, value)}
                />
              ))}
              <NumberControl
                spec={{ ...mixSpec, default: effect.defaultMix }}
                value={setting.mix}
                onChange={(mix) => onChange({ ...setting, mix })}
              />
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
