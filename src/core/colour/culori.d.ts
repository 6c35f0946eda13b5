declare module "culori" {
  type Lightness = "oklab" | "lab65";
  type Light = "rgb" | "lrgb";
  interface Lab<M extends string = Lightness> {
    readonly mode: M;
    readonly l: number;
    readonly a: number;
    readonly b: number;
  }
  interface Rgb<M extends string = Light> {
    readonly mode: M;
    readonly r: number;
    readonly g: number;
    readonly b: number;
  }
  /** The part of culori that the tests use. */
  export function converter<M extends Lightness>(mode: M): (colour: Lab | Rgb) => Lab<M>;
  export function converter<M extends Light>(mode: M): (colour: Lab | Rgb) => Rgb<M>;
  export function differenceCiede2000(): (a: Lab, b: Lab) => number;
}
