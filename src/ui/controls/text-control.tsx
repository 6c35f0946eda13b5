import { Box, chakra } from "@chakra-ui/react";
import { useId, type KeyboardEvent } from "react";
import type { TextParameter } from "@/core/effects/parameter";

interface TextControlProps {
  readonly spec: TextParameter;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** Some lines of text, seen as they are typed. Esc goes back to the setting, where keys are the bench's again. */
export function TextControl({ spec, value, onChange }: TextControlProps) {
  const id = useId();
  const onKey = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    if (event.key !== "Escape" && !(event.key === "Enter" && (event.ctrlKey || event.metaKey))) return;
    event.preventDefault();
    event.stopPropagation();
    event.currentTarget.closest("[data-setting]")?.querySelector<HTMLElement>("[data-setting-name]")?.focus();
  };
  return (
    <Box py="4px">
      <chakra.label htmlFor={id} textStyle="figure" display="block" lineHeight="20px" title={spec.help}>
        {spec.label}
      </chakra.label>
      <chakra.textarea
        id={id}
        data-first-control
        rows={2}
        maxLength={spec.longest}
        value={value}
        width="100%"
        px="6px"
        py="4px"
        bg="fieldGround"
        color="cardInk"
        border="1px solid"
        borderColor="cardRule"
        borderRadius="small"
        outlineColor="cardSelected"
        resize="vertical"
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={onKey}
      />
    </Box>
  );
}
