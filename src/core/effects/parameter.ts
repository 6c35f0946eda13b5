import type { CurvePoint } from "../numeric/monotone-curve";
/**
 * What an effect may ask for. A specification is plain data: the interface draws its control from it,
 * `chain/values.ts` checks and rounds by it, and the type of an effect's values follows from it.
 */
export type Unit =
  | "Hz"
  | "dB"
  | "dB/oct"
  | "ms"
  | "s"
  | "%"
  | "stops"
  | "Q"
  | "fraction"
  | "ratio"
  | "degrees"
  | "K"
  | "semitones"
  | "LUFS"
  | "bpm"
  | "number";

export interface NumberParameter {
  readonly kind: "number";
  readonly label: string;
  readonly help: string;
  readonly unit: Unit;
  readonly min: number;
  readonly max: number;
  readonly default: number;
  /** Stored values are rounded to this, so that equal-looking values are equal. */
  readonly resolution: number;
  /** How a slider travels: `log` gives equal travel to equal ratios. */
  readonly taper: "linear" | "log";
  readonly keyframes: boolean;
  /** Words for a value at which the parameter does nothing, such as a damping at the top of its range. */
  readonly off?: "min" | "max";
}

export interface ChoiceParameter<Option extends string = string> {
  readonly kind: "choice";
  readonly label: string;
  readonly help: string;
  readonly options: readonly { readonly value: Option; readonly label: string }[];
  readonly default: Option;
}

/** A list of small records, such as the bands of an equaliser. */
export interface RowsParameter<Item extends ItemSpecs = ItemSpecs> {
  readonly kind: "rows";
  readonly label: string;
  readonly help: string;
  readonly rowLabel: string;
  readonly max: number;
  readonly item: Item;
  readonly default: readonly ValuesOf<Item>[];
}

/** A curve through points in the unit square, x strictly increasing. */
export interface CurveParameter {
  readonly kind: "curve";
  readonly label: string;
  readonly help: string;
  readonly maxPoints: number;
  readonly default: readonly CurvePoint[];
}

/** What kinds of file effects depend on. */
export const fileWords = {
  impulse: "impulse response",
  texture: "texture",
  lut: "table of colours",
} as const;
export type FileKind = keyof typeof fileWords;

/** A file that the effect depends on, named by the SHA-256 of its bytes, 64 hexadecimal digits; null where none is chosen. */
export interface FileParameter {
  readonly kind: "file";
  readonly label: string;
  readonly help: string;
  readonly holds: FileKind;
  readonly default: null;
}

/** Some lines of text. */
export interface TextParameter {
  readonly kind: "text";
  readonly label: string;
  readonly help: string;
  readonly default: string;
  /** In UTF-16 units. */
  readonly longest: number;
}

export type ItemSpecs = { readonly [key: string]: NumberParameter | ChoiceParameter };
export type Parameter =
  NumberParameter | ChoiceParameter | RowsParameter | CurveParameter | FileParameter | TextParameter;
export type ParameterSpecs = { readonly [key: string]: Parameter };

type ValueOf<P> = P extends NumberParameter
  ? number
  : P extends ChoiceParameter<infer Option>
    ? Option
    : P extends RowsParameter<infer Item>
      ? readonly ValuesOf<Item>[]
      : P extends CurveParameter
        ? readonly CurvePoint[]
        : P extends FileParameter
          ? string | null
          : P extends TextParameter
            ? string
            : never;
export type ValuesOf<Specs> = { readonly [K in keyof Specs]: ValueOf<Specs[K]> };

type NumberOptions = Partial<Omit<NumberParameter, "kind" | "unit">> &
  Pick<NumberParameter, "label" | "help" | "min" | "max" | "default">;

const number =
  (unit: Unit, base: Partial<NumberParameter>) =>
  (options: NumberOptions): NumberParameter => ({
    kind: "number",
    unit,
    resolution: 0.01,
    taper: "linear",
    keyframes: true,
    ...base,
    ...options,
  });

export const hertz = number("Hz", { taper: "log", resolution: 0.1 });
export const decibels = number("dB", { resolution: 0.01 });
export const milliseconds = number("ms", { resolution: 0.1 });
export const seconds = number("s", { taper: "log", resolution: 0.01 });
export const percent = number("%", { resolution: 0.1 });
/** Fine enough for thirds of a stop. */
export const stops = number("stops", { resolution: 0.001 });
export const quality = number("Q", { taper: "log", resolution: 0.001 });
/** A share of the picture's half diagonal, or another length that scales with the frame. */
export const frameFraction = number("fraction", { resolution: 0.001 });

/** So many dB above a threshold for one. */
export const ratio = number("ratio", { taper: "log", resolution: 0.01 });
export const degrees = number("degrees", { resolution: 0.1 });
export const kelvin = number("K", { taper: "log", resolution: 1 });
export const semitones = number("semitones", { resolution: 0.01 });
export const loudnessUnits = number("LUFS", { resolution: 0.1 });
export const beatsPerMinute = number("bpm", { resolution: 0.01, keyframes: false });
/** A plain number without a unit, such as a power or a count. */
export const plain = number("number", { resolution: 0.001 });

/** A file that the effect depends on, named by the SHA-256 of its bytes; null where none is chosen. */
export function file(options: Omit<FileParameter, "kind" | "default">): FileParameter {
  return { kind: "file", default: null, ...options };
}

/** A choice among named values; the options' type follows from the list. */
export function choice<const Option extends string>(
  options: Omit<ChoiceParameter<Option>, "kind" | "default"> & { readonly default: NoInfer<Option> },
): ChoiceParameter<Option> {
  return { kind: "choice", ...options };
}

/** A list of records with one specification for all. */
export function rows<const Item extends ItemSpecs>(
  options: Omit<RowsParameter<Item>, "kind">,
): RowsParameter<Item> {
  return { kind: "rows", ...options };
}

/** A tone curve; its points lie in 0…1 on both axes. */
export function curve(options: Omit<CurveParameter, "kind">): CurveParameter {
  return { kind: "curve", ...options };
}

export function text(options: Omit<TextParameter, "kind">): TextParameter {
  return { kind: "text", ...options };
}
