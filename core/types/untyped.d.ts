declare module 'munkres-js' {
  /** Pairs [row, column] of the least-cost assignment. */
  export default function munkres(costs: number[][]): Array<[number, number]>;
}
declare module '@pdf-lib/fontkit' {
  const fontkit: { create: (bytes: Uint8Array) => unknown };
  export default fontkit;
}
