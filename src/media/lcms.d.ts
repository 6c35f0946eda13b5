declare module "lcms-wasm" {
  export interface Lcms {
    readonly HEAPU8: Uint8Array;
    _malloc(bytes: number): number;
    _free(place: number): void;
    ccall(
      name: string,
      result: "number" | undefined,
      types: readonly "number"[],
      values: readonly number[],
    ): number;
  }
  export function instantiate(): Promise<Lcms>;
  export const TYPE_RGB_16: number;
  export const TYPE_CMYK_16: number;
  export const TYPE_GRAY_16: number;
  export const INTENT_PERCEPTUAL: number;
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number;
  export const cmsFLAGS_HIGHRESPRECALC: number;
  export const cmsFLAGS_NOOPTIMIZE: number;
}
