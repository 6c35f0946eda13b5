import type { Json } from "@/core/chain/model";
import type { ChoiceParameter, NumberParameter } from "@/core/effects/parameter";
import { ChoiceControl } from "./choice-control";
import { NumberControl } from "./number-control";

interface SimpleControlProps {
  readonly spec: NumberParameter | ChoiceParameter;
  readonly value: Json | undefined;
  readonly onChange: (value: Json) => void;
}

/** The control of a parameter with one value: alone, or within a row. */
export function SimpleControl({ spec, value = spec.default, onChange }: SimpleControlProps) {
  return spec.kind === "number" ? (
    <NumberControl spec={spec} value={value as number} onChange={onChange} />
  ) : (
    <ChoiceControl spec={spec} value={value as string} onChange={onChange} />
  );
}
