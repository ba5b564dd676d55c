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

/** A screw as thin as its bore turns in it; in one much narrower it splits the post: shares of the screw, typical. */
const TURNS = 1;
const HARDLY = 0.95;
const SPLITS = 0.6;

/** The screw against the width of its bore. */
function boreFindings(body: Body): Finding[] {
  return body.pieces.flatMap((piece) =>
    piece.features.flatMap(({ id, name, screw, bore }): Finding[] => {
      if (!screw || !bore) return [];
      const share = bore.d.mm / screw.d.mm;
      const isLoose = share > HARDLY;
      if (!isLoose && share >= SPLITS) return [];
      return [
        {
          id: `bore-${id}`,
          station: 'shell',
          check: 'screw',
          code: isLoose ? 'bore-wide' : 'bore-narrow',
          verdict: share >= TURNS ? 'hit' : 'tight',
          title: `${mm1(screw.d.mm)} mm in a bore of ${mm1(bore.d.mm)}`,
          what: isLoose
            ? `The screw in ${name} finds hardly anything to hold in.`
            : `The screw in ${name} splits its post.`,
          why: [
            `A screw that cuts its own thread wants a bore of 0.75 to 0.9 of its thickness: ${mm1(0.75 * screw.d.mm)} to ${mm1(0.9 * screw.d.mm)} mm (typical).`,
          ],
          about: [id],
          refs: [{ is: 'feature', id }],
        },
      ];
    }),
  );
}

/** Findings of each post whose screw and bore are both known. */
export const screwFindings = (body: Body): Finding[] => [
  ...boreFindings(body),
  ...depthFindings(body),
];

function depthFindings(body: Body): Finding[] {
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
