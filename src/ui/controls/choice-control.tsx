import { Box, chakra } from "@chakra-ui/react";
import type { KeyboardEvent } from "react";
import type { ChoiceParameter } from "@/core/effects/parameter";

interface ChoiceControlProps {
  readonly spec: ChoiceParameter;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/**
 * One of a few named values. Arrows go through them and Delete gives the default, as with numbers; letters go on to
 * the bench, which a list of the browser's own would swallow.
 */
export function ChoiceControl({ spec, value, onChange }: ChoiceControlProps) {
  const { options, label, help } = spec;
  const at = Math.max(
    0,
    options.findIndex((o) => o.value === value),
  );
  const go = (to: number) => onChange(options[Math.min(options.length - 1, Math.max(0, to))].value);
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const keys: Record<string, () => void> = {
      ArrowUp: () => go(at + 1),
      ArrowRight: () => go(at + 1),
      ArrowDown: () => go(at - 1),
      ArrowLeft: () => go(at - 1),
      Home: () => go(0),
      End: () => go(options.length - 1),
      Delete: () => onChange(spec.default),
    };
    if (!keys[event.key]) return;
    event.preventDefault();
    keys[event.key]();
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={1}
      aria-valuemax={options.length}
      aria-valuenow={at + 1}
      aria-valuetext={options[at].label}
      title={help}
      display="flex"
      justifyContent="space-between"
      alignItems="center"
      gap="10px"
      py="4px"
      textStyle="figure"
      cursor="pointer"
      borderRadius="small"
      outlineColor="cardSelected"
      onKeyDown={onKey}
      onClick={() => onChange(options[(at + 1) % options.length].value)}
      onDoubleClick={() => onChange(spec.default)}
    >
      <chakra.span flexShrink={0}>{label}</chakra.span>
      <chakra.span display="inline-flex" gap="6px" alignItems="center" minWidth="0">
        <chakra.span aria-hidden="true" color={at === 0 ? "cardTrack" : "cardSelected"}>
          ◂
        </chakra.span>
        <chakra.b fontWeight="600" truncate title={options[at].label}>
          {options[at].label}
        </chakra.b>
        <chakra.span aria-hidden="true" color={at === options.length - 1 ? "cardTrack" : "cardSelected"}>
          ▸
        </chakra.span>
      </chakra.span>
    </Box>
  );
}
