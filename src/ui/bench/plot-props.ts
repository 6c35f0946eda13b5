export interface Axis {
  readonly min: number;
  readonly max: number;
  readonly logarithmic?: boolean;
  /** Where a line stands out, such as at no change. */
  readonly strongAt?: number;
  /** The words at some values. */
  readonly labels: ReadonlyMap<number, string>;
}

export type PlotPoint = { readonly x: number; readonly y: number };

export interface PlotProps {
  /** Written above it. */
  readonly title: string;
  /** For those who do not see it. */
  readonly label: string;
  readonly x: Axis;
  readonly y: Axis;
  /** The line in the middle of attention. */
  readonly line: readonly PlotPoint[];
  /** A quiet line to compare with, such as no change at all. */
  readonly beside?: readonly PlotPoint[];
}
