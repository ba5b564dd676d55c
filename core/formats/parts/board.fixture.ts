/** Board files written by hand: components of random size, place and turn. */
import { seeded } from '../../geometry/seeded';

export interface Part0 {
  ref: string;
  shape: string;
  w: number;
  h: number;
  tall: number;
  x: number;
  y: number;
  turn: number;
  side: 'TOP' | 'BOTTOM';
}
export const made = (seed: number, n: number): Part0[] => {
  const r = seeded(seed);
  return Array.from({ length: n }, (_, i) => ({
    ref: `U${i + 1}`,
    shape: `S${i}`,
    w: 1 + r() * 8,
    h: 1 + r() * 5,
    tall: 0.4 + r() * r() * 9,
    x: 5 + r() * 55,
    y: 5 + r() * 40,
    turn: Math.round(r() * 24) * 15,
    side: r() < 0.25 ? 'BOTTOM' : 'TOP',
  }));
};
const u = (thou: boolean) => (v: number) => (thou ? v / 0.0254 : v).toFixed(thou ? 3 : 5);
export const emn = (list: readonly Part0[], thou = false, extra = ''): string => {
  const f = u(thou);
  return `.HEADER\nBOARD_FILE 3.0 "a test" 2026/01/01.00:00:00 1\n"demo board" ${thou ? 'THOU' : 'MM'}\n.END_HEADER\n.BOARD_OUTLINE ECAD\n${f(1.6)}\n0 ${f(0)} ${f(0)} 0.0\n0 ${f(65)} ${f(0)} 0.0\n0 ${f(65)} ${f(50)} 90.0\n0 ${f(0)} ${f(50)} 0.0\n0 ${f(0)} ${f(0)} 0.0\n1 ${f(30)} ${f(20)} 0.0\n1 ${f(33)} ${f(20)} 360.0\n.END_BOARD_OUTLINE\n.DRILLED_HOLES\n${f(2.7)} ${f(3.5)} ${f(3.5)} NPTH BOARD MTG ECAD\n${f(0.8)} ${f(9)} ${f(9)} PTH BOARD VIA ECAD\n.END_DRILLED_HOLES\n.NOTES\n.END_NOTES\n.PLACEMENT\n${list.map((p) => `"${p.shape}" "p n" ${p.ref}\n${f(p.x)} ${f(p.y)} 0.0 ${p.turn.toFixed(1)} ${p.side} PLACED`).join('\n')}\n.END_PLACEMENT\n${extra}`;
};
export const emp = (list: readonly Part0[], thou = false): string => {
  const f = u(thou);
  return `.HEADER\nLIBRARY_FILE 3.0 "a test" 2026/01/01.00:00:00 1\n.END_HEADER\n${list.map((p) => `.ELECTRICAL\n"${p.shape}" "p n" ${thou ? 'THOU' : 'MM'} ${f(p.tall)}\n0 ${f(-p.w / 2)} ${f(-p.h / 2)} 0.0\n0 ${f(p.w / 2)} ${f(-p.h / 2)} 0.0\n0 ${f(p.w / 2)} ${f(p.h / 2)} 0.0\n0 ${f(-p.w / 2)} ${f(p.h / 2)} 0.0\n0 ${f(-p.w / 2)} ${f(-p.h / 2)} 0.0\nPROP CAPACITANCE 1\n.END_ELECTRICAL`).join('\n')}\n`;
};
