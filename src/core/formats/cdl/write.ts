import { XMLBuilder } from "fast-xml-parser";
import type { ColourCorrection } from "./correction";

export type ColourDecisionForm = "cc" | "ccc" | "cdl";

const element = ({ id, slope, offset, power, saturation }: ColourCorrection) => ({
  ...(id !== "" && { "@id": id }),
  SOPNode: { Slope: slope.join(" "), Offset: offset.join(" "), Power: power.join(" ") },
  SatNode: { Saturation: String(saturation) },
});

/** Corrections as XML: `cc` holds the first of them, `ccc` and `cdl` all. Source: ASC CDL 1.2, its XML schemas. */
export function writeColourDecisions(
  corrections: readonly ColourCorrection[],
  form: ColourDecisionForm,
): string {
  const space = { "@xmlns": "urn:ASC:CDL:v1.2" };
  const root =
    form === "cc"
      ? { ColorCorrection: { ...space, ...element(corrections[0]) } }
      : form === "ccc"
        ? { ColorCorrectionCollection: { ...space, ColorCorrection: corrections.map(element) } }
        : {
            ColorDecisionList: {
              ...space,
              ColorDecision: corrections.map((c) => ({ ColorCorrection: element(c) })),
            },
          };
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true });
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build(root)}`;
}
