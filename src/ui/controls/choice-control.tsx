import { Box, chakra } from "@chakra-ui/react";
import { useId } from "react";
import type { ChoiceParameter } from "@/core/effects/parameter";

interface ChoiceControlProps {
  readonly spec: ChoiceParameter;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** One of a few named values. */
export function ChoiceControl({ spec, value, onChange }: ChoiceControlProps) {
  const id = useId();
  return (
    <Box display="flex" justifyContent="space-between" alignItems="center" py="4px" fontFamily="mono" fontSize="xs" title={spec.help}>
      <label htmlFor={id}>{spec.label}</label>
      <chakra.select id={id} value={value} onChange={(event) => onChange(event.target.value)} bg="#fffdf8" color="cardInk" border="1px solid" borderColor="#7f8b93" borderRadius="2px" px="4px" py="2px" outlineColor="cardSelected">
        {spec.options.map((option) => (
          <option key={option.value} value={option.value}>{option.label}</option>
        ))}
      </chakra.select>
    </Box>
  );
}
