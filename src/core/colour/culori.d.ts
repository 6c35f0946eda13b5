declare module "culori" {
  /** The part of culori that the tests use. */
  export function converter(mode: "oklab"): (colour: { mode: "lrgb"; r: number; g: number; b: number }) => { l: number; a: number; b: number } | undefined;
}
