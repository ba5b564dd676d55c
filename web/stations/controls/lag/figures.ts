/** How figures of the lag are drawn and said. */
export const WIDTH = 780;

/** Milliseconds without false digits. */
export const ms = (x: number): string => (x < 10 ? x.toFixed(1) : String(Math.round(x)));
