/** Where the first vessel's lines begin. */
export const LEFT_PX = 30;

/** Where a step stands across, and so many log steps up. */
export interface Axes {
  readonly xOf: (step: number) => number;
  readonly yOf: (value: number) => number;
}
