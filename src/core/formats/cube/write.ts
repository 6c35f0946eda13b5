import { shortened } from "../../text/names";
import type { Lut } from "../../colour/lut";

const number = (v: number) => String(Number(v.toPrecision(9)));

/** A table as the text of a .cube file, to nine digits, which has no place for a shaper before it. Source: Cube LUT Specification 1.0. */
export function writeCube({ title, kind, size, domainMin, domainMax, values }: Omit<Lut, "shaper">): string {
  const lines = [
    // Quotes and line ends have no place in a title, and the specification no way to write them.
    ...(title === "" ? [] : [`TITLE "${shortened(title.replace(/["\r\n]/g, " "), 200)}"`]),
    `${kind === "1d" ? "LUT_1D_SIZE" : "LUT_3D_SIZE"} ${size}`,
    ...(domainMin.every((v) => v === 0) ? [] : [`DOMAIN_MIN ${domainMin.map(number).join(" ")}`]),
    ...(domainMax.every((v) => v === 1) ? [] : [`DOMAIN_MAX ${domainMax.map(number).join(" ")}`]),
  ];
  for (let i = 0; i < values.length; i += 3)
    lines.push(`${number(values[i])} ${number(values[i + 1])} ${number(values[i + 2])}`);
  return `${lines.join("\n")}\n`;
}
