import { Box, chakra } from "@chakra-ui/react";
import { effectName, saySetting } from "@/core/chain/describe";
import type { EffectSetting } from "@/core/chain/model";
import { sayError } from "../data/api";
import type { Known } from "../data/contents";
import { QuietButton } from "../parts/buttons";

/** A setting in a line: what it is set to, and where it differs from being wholly on. Numbers stay beside their units. */
const sayWhole = (setting: EffectSetting): string =>
  `${setting.on ? "" : "off · "}${saySetting(setting)}${setting.mix === 100 ? "" : ` · mix ${setting.mix} %`}`.replace(
    /(?<=\d) (?![·→])/g,
    "\u00a0",
  );

interface SettingLinesProps {
  readonly effects: readonly string[];
  /** What is known of the content. */
  readonly content: Known;
  /** Asks for it once more. */
  readonly onAgain: () => void;
}

/** The settings of a chain on a card: a ruled line each, also before their values have come. */
export function SettingLines({ effects, content: { chain, problem }, onAgain }: SettingLinesProps) {
  return (
    <>
      <Box as="ul" listStyleType="none" m="0" p="0" aria-label="Settings">
        {effects.map((effect, i) => {
          const setting = chain?.settings[i];
          return (
            <Box
              as="li"
              key={i}
              display="flex"
              justifyContent="space-between"
              gap="12px"
              px="16px"
              py="8px"
              borderBottom="1px solid"
              borderColor="cardRule"
              color={setting?.on === false ? "cardMuted" : undefined}
            >
              <chakra.span flexShrink={0}>{effectName(effect)}</chakra.span>
              <chakra.span textStyle="figure" textAlign="right" alignSelf="center" overflowWrap="anywhere">
                {setting ? sayWhole(setting) : problem ? "" : "…"}
              </chakra.span>
            </Box>
          );
        })}
      </Box>
      {problem && (
        <Box px="16px" py="8px" role="alert" color="cardLoss">
          {`✕ Its settings are not here: ${sayError(problem)}`}{" "}
          <QuietButton size="xs" onClick={onAgain}>
            try again
          </QuietButton>
        </Box>
      )}
    </>
  );
}
