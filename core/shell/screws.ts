/**
 * Whether each closing screw fits its post: it must not reach the bottom of the bore, and must hold
 * by enough of its thread.
 */
import { type Body, type Finding, judge, mm1 } from '../model';
import { BODY } from './datum';

/** Thread in plastic that holds: twice the screw's thickness. In metal 1.5. */
const HOLDS_PLASTIC = 2;
const HOLDS_METAL = 1.5;
/** Less thread than the screw is thick strips when it is driven home. */
const BITES = 1;

/** One finding for each post whose screw and bore are both known. */
export function screwFindings(body: Body): Finding[] {
  const metal = (m: string) => m === 'aluminium' || m === 'steel';
  return body.pieces.flatMap((piece, i) =>
    piece.features.flatMap((f, j): Finding[] => {
      if (!f.screw || !f.bore) return [];
      const key = `${BODY}.pieces.${i}.features.${j}`;
      const room = f.bore.deep.mm - f.screw.into.mm;
      const times = metal(piece.material) ? HOLDS_METAL : HOLDS_PLASTIC;
      const needs = times * f.screw.d.mm;
      const hold = f.screw.into.mm - needs;
      const bottom = room <= hold;
      const bites = f.screw.into.mm >= BITES * f.screw.d.mm;
      const sigma = bottom
        ? Math.hypot(f.bore.deep.u, f.screw.into.u)
        : Math.hypot(f.screw.into.u, times * f.screw.d.u);
      const margin = Math.min(room, hold);
      const { chance, verdict } = judge(margin, sigma);
      let title: string;
      if (verdict === 'clear') title = `${mm1(f.screw.into.mm)} mm of thread holds`;
      else if (bottom) {
        if (room < 0) title = `${mm1(room)} mm too long`;
        else title = `${mm1(room)} mm before it bottoms`;
      } else title = `${mm1(hold)} mm ${hold < 0 ? 'too little' : 'more'} thread`;
      return [
        {
          id: `screw-${f.id}`,
          station: 'shell',
          check: 'screw',
          code: 'screw',
          verdict: !bottom && verdict === 'hit' && bites ? 'tight' : verdict,
          about: [f.id],
          title,
          what: `Screw in ${f.name}: ${mm1(f.screw.into.mm)} mm goes into a bore ${mm1(f.bore.deep.mm)} mm deep.`,
          why: [
            `room under the tip = ${mm1(f.bore.deep.mm)} - ${mm1(f.screw.into.mm)} = ${room.toFixed(2)} mm`,
            `thread that holds in ${piece.material}: ${times} × ${mm1(f.screw.d.mm)} = ${needs.toFixed(1)} mm, there are ${mm1(f.screw.into.mm)}`,
          ],
          measure: {
            gap: margin,
            required: 0,
            reason: bottom ? 'the tip stays off the bottom' : 'the thread holds',
            sigma,
            chance,
            worst: margin - Math.sqrt(3) * sigma,
            sources: [
              { key: `${key}.bore.deep`, label: `bore of ${f.name}`, u: f.bore.deep.u, k: 1 },
              { key: `${key}.screw.into`, label: `screw in ${f.name}`, u: f.screw.into.u, k: -1 },
            ],
          },
        },
      ];
    }),
  );
}
