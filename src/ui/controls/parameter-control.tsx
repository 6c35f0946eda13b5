import type { Json } from "@/core/chain/model";
import type { Parameter } from "@/core/effects/parameter";
import type { CurvePoint } from "@/core/numeric/monotone-curve";
import { CurveControl } from "./curve-control";
import { FileControl } from "./file-control";
import { RowsControl } from "./rows-control";
import { TextControl } from "./text-control";
import { SimpleControl } from "./simple-control";

interface ParameterControlProps {
  readonly spec: Parameter;
  readonly value: Json | undefined;
  readonly onChange: (value: Json) => void;
}

/** The control that belongs to a parameter's specification. Stored values have been checked against it. */
export function ParameterControl({
  spec,
  value = spec.default as unknown as Json,
  onChange,
}: ParameterControlProps) {
  switch (spec.kind) {
    case "number":
    case "choice":
      return <SimpleControl spec={spec} value={value} onChange={onChange} />;
    case "rows":
      return (
        <RowsControl
          spec={spec}
          value={value as readonly { readonly [key: string]: Json }[]}
          onChange={(rows) => onChange(rows)}
        />
      );
    case "curve":
      return (
        <CurveControl
          spec={spec}
          value={value as unknown as readonly CurvePoint[]}
          onChange={(points) => onChange(points as unknown as Json)}
        />
      );
    case "text":
      return <TextControl spec={spec} value={value as string} onChange={onChange} />;
    case "file":
      return <FileControl spec={spec} value={value as string | null} onChange={onChange} />;
  }
}
