import { XMLParser, XMLValidator } from "fast-xml-parser";
import { FormatFault } from "../../chain/fault";
import type { ColourCorrection } from "./correction";

/** Limits against hostile files: characters, corrections. */
const longestText = 4_000_000;
const mostCorrections = 1000;

type Node = Record<string, unknown>;
const list = (value: unknown): Node[] =>
  (value === undefined ? [] : Array.isArray(value) ? value : [value]).map((each: unknown) =>
    typeof each === "object" && each !== null ? (each as Node) : {},
  );

function triple(text: unknown, neutral: number, where: string): readonly [number, number, number] {
  if (text === undefined) return [neutral, neutral, neutral];
  const values = String(text).trim().split(/\s+/).map(Number);
  if (values.length !== 3 || !values.every(Number.isFinite))
    throw new FormatFault("Three finite numbers are expected here, for red, green and blue.", where);
  return values as unknown as readonly [number, number, number];
}

function correction(node: Node, n: number): ColourCorrection {
  const where = `ColorCorrection ${n + 1}`;
  // Older lists write SATNode.
  const [sop, sat] = [(node.SOPNode ?? {}) as Node, (node.SatNode ?? node.SATNode ?? {}) as Node];
  const slope = triple(sop.Slope, 1, `${where}, Slope`);
  const power = triple(sop.Power, 1, `${where}, Power`);
  const saturation = sat.Saturation === undefined ? 1 : Number(sat.Saturation);
  if (slope.some((v) => v < 0)) throw new FormatFault("A slope is never negative.", `${where}, Slope`);
  if (power.some((v) => v <= 0)) throw new FormatFault("A power is more than nothing.", `${where}, Power`);
  if (!(saturation >= 0 && Number.isFinite(saturation)))
    throw new FormatFault("A saturation is a number, never negative.", `${where}, Saturation`);
  return {
    id: typeof node["@id"] === "string" ? node["@id"] : "",
    slope,
    offset: triple(sop.Offset, 0, `${where}, Offset`),
    power,
    saturation,
  };
}

/**
 * Reads `.cc`, `.ccc` and `.cdl` files: a ColorCorrection, a ColorCorrectionCollection or a ColorDecisionList. At most 4
 * million characters and 1,000 corrections; document types and entities of a file's own are refused. Throws a FormatFault
 * with the place. Source: ASC CDL 1.2, its XML schemas.
 */
export function readColourDecisions(text: string): ColourCorrection[] {
  if (text.length > longestText)
    throw new FormatFault("A list of colour decisions has at most 4 million characters.", "line 1");
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    throw new FormatFault(
      "A document type has no place in a list of colour decisions.",
      `line ${text.slice(0, text.search(/<!/)).split("\n").length}`,
    );
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new FormatFault(valid.err.msg, `line ${valid.err.line}`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    parseTagValue: false,
    processEntities: false,
    removeNSPrefix: true,
  });
  let root: Node;
  try {
    root = parser.parse(text) as Node;
  } catch (error) {
    // What the validator has let pass.
    throw new FormatFault(error instanceof Error ? error.message : "This is not XML.", "the file");
  }
  const nodes = root.ColorCorrection
    ? list(root.ColorCorrection)
    : root.ColorCorrectionCollection
      ? list((root.ColorCorrectionCollection as Node).ColorCorrection)
      : root.ColorDecisionList
        ? list((root.ColorDecisionList as Node).ColorDecision).flatMap((decision) =>
            list(decision.ColorCorrection),
          )
        : null;
  if (!nodes)
    throw new FormatFault(
      "This is no ColorCorrection, ColorCorrectionCollection or ColorDecisionList.",
      "line 1",
    );
  if (nodes.length === 0) throw new FormatFault("There is no ColorCorrection in this list.", "line 1");
  if (nodes.length > mostCorrections)
    throw new FormatFault(
      `A list has at most ${mostCorrections} corrections; this one has ${nodes.length}.`,
      "line 1",
    );
  return nodes.map(correction);
}
