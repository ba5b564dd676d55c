/**
 * A result that can show how it was reached.
 *
 * The interface prints the working under every figure, so that a builder can check it with a
 * pocket calculator and see which input to measure better.
 */
export interface Worked<T> {
  value: T;
  /** Lines of working, number first, as the interface prints them. */
  working: string[];
}

/** Something handed to core that cannot be right; `path` names the field of the document. */
export class BadInput extends Error {
  constructor(
    readonly path: string,
    sentence: string,
  ) {
    super(sentence);
    this.name = 'BadInput';
  }
}

const LIST = new Intl.ListFormat('en-GB');
/** "a, b and c". */
export const listed = (names: readonly string[]): string => LIST.format(names);

/** Refuse a figure that is not a positive finite number, naming it and its value. */
export function mustBePositive(name: string, value: number): void {
  if (!(Number.isFinite(value) && value > 0)) {
    throw new RangeError(`${name} must be greater than 0, not ${value}.`);
  }
}

/** Refuse a figure that is not a finite number of at least 0. */
export function mustNotBeNegative(name: string, value: number): void {
  if (!(Number.isFinite(value) && value >= 0)) {
    throw new RangeError(`${name} must be 0 or more, not ${value}.`);
  }
}
