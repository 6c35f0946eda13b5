import { lookUp } from "../../colour/look-up";
import { defineImageEffect } from "../define";
import { choice, file } from "../parameter";
import { nothing, onStrips } from "./work";

/** A look-up table on encoded values, or on linear light. Source: Cube LUT Specification 1.0; see `lookUp`. */
export const lut = defineImageEffect({
  id: "image.lut",
  name: "LUT",
  short: "LUT",
  category: "colour",
  summary: "A look from a table.",
  parameters: {
    table: file({ label: "Table", help: "A .cube file.", holds: "lut" }),
    interpolation: choice({
      label: "Interpolation",
      help: "Between the entries of a 3D table.",
      options: [
        { value: "tetrahedral", label: "tetrahedral" },
        { value: "trilinear", label: "trilinear" },
      ],
      default: "tetrahedral",
    }),
    input: choice({
      label: "Works on",
      help: "What the table was made for.",
      options: [
        { value: "encoded", label: "encoded values" },
        { value: "linear", label: "linear light" },
      ],
      default: "encoded",
    }),
  },
  key: ["table"],
  encoding: "srgb",
  create({ interpolation, input }, _, { files }) {
    const given = files.table;
    if (given?.kind !== "lut") return nothing;
    const through = lookUp(given.lut, interpolation, input === "linear");
    return onStrips((planes, { columns, rows }) => through(planes, columns * rows));
  },
});
