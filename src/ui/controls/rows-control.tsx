import { Box, chakra } from "@chakra-ui/react";
import type { Json } from "@/core/chain/model";
import { defaultValues } from "@/core/chain/values";
import type { ItemSpecs, RowsParameter } from "@/core/effects/parameter";
import { QuietButton } from "../parts/buttons";
import { SimpleControl } from "./simple-control";

type Row = { readonly [key: string]: Json };

interface RowsControlProps {
  readonly spec: RowsParameter<ItemSpecs>;
  readonly value: readonly Row[];
  readonly onChange: (value: readonly Row[]) => void;
}

/** A list of small records, such as bands: each with its controls, more can be added up to the most there may be. */
export function RowsControl({ spec, value, onChange }: RowsControlProps) {
  const replace = (at: number, row: Row) => onChange(value.map((r, i) => (i === at ? row : r)));
  return (
    <Box role="group" aria-label={spec.label}>
      {value.map((row, i) => (
        <Box
          key={i}
          role="group"
          aria-label={`${spec.rowLabel} ${i + 1}`}
          borderTop={i > 0 ? "1px dashed" : undefined}
          borderColor="cardRule"
          pt={i > 0 ? "6px" : "0"}
          mt={i > 0 ? "6px" : "0"}
        >
          <Box display="flex" justifyContent="space-between" alignItems="center">
            <chakra.span fontWeight="600" fontSize="xs">{`${spec.rowLabel} ${i + 1}`}</chakra.span>
            <QuietButton
              size="xs"
              height="24px"
              aria-label={`Remove ${spec.rowLabel.toLowerCase()} ${i + 1}`}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            >
              remove
            </QuietButton>
          </Box>
          {Object.entries(spec.item).map(([key, item]) => (
            <SimpleControl
              key={key}
              spec={item}
              value={row[key]}
              onChange={(next) => replace(i, { ...row, [key]: next })}
            />
          ))}
        </Box>
      ))}
      {value.length < spec.max && (
        <QuietButton
          size="xs"
          mt="4px"
          onClick={() => onChange([...value, defaultValues(spec.item)])}
        >{`+ ${spec.rowLabel.toLowerCase()} (${value.length} of ${spec.max})`}</QuietButton>
      )}
    </Box>
  );
}
