/** Faults of patterns as a builder reads them. */
import { type Finding, mm1 } from '../../model';
import type { Fault } from './faults';
import type { Meets } from './obstacle';

type Told = Pick<Finding, 'title' | 'why'>;
type Meeting = Extract<Fault, { is: 'meets' }>;

const some = ({ holes, of }: Meeting): string => {
  if (holes === of) return of === 1 ? 'The hole' : `All ${of} holes`;
  return `${holes} of ${of} holes`;
};
const how = (f: Meeting): string =>
  f.gap < 0 ? `${mm1(f.gap)} mm too far` : `${mm1(f.gap)} mm from it, ${mm1(f.needs)} wanted`;

const MEETS: Readonly<Record<Meets, (f: Meeting) => Told>> = {
  edge: (f) => ({
    title: `${some(f)} at the edge`,
    why: [`${how(f)}: a bit beside ${f.name} runs along inside it, or breaks out.`],
  }),
  seam: (f) => ({
    title: `${some(f)} at the seam`,
    why: [`${how(f)}: half a hole in each half tears the rim, and never meets its other half.`],
  }),
  step: (f) => ({
    title: `${some(f)} at a step of the floor`,
    why: [`${how(f)}: at ${f.name} the bit takes the side of it.`],
  }),
  post: (f) => ({
    title: `${some(f)} at ${f.name}`,
    why: [`${how(f)}: it is drilled into, or shuts the hole.`],
  }),
  hole: (f) => ({
    title: `${some(f)} at ${f.name}`,
    why: [
      f.gap < 0
        ? `They overlap by ${mm1(f.gap)} mm.`
        : `${mm1(f.gap)} mm of web left, ${mm1(f.needs)} wanted: it breaks out (typical for this material).`,
    ],
  }),
  picture: (f) => ({
    title: `${some(f)} before ${f.name}`,
    why: [`${how(f)}: the bit, and then every finger nail, meets the panel.`],
  }),
  cell: (f) => ({
    title: `${some(f)} before ${f.name}`,
    why: [
      'What is pushed through a hole reaches the cell, and a pricked pouch burns: holes elsewhere, or a sheet of 0.5 mm before it.',
    ],
  }),
  behind: (f) => ({
    title: `${some(f)} shut from behind`,
    why: [`${f.name} lies against them: no air passes.`],
  }),
};

export function faultWords(f: Fault): Told {
  switch (f.is) {
    case 'nowhere':
      return { title: 'Not in the shell', why: ['There is no such face or wall.'] };
    case 'none':
      return {
        title: 'Not one hole fits',
        why: ['Something is in the way everywhere in its region, or the hole is larger than it.'],
      };
    case 'idle':
      return {
        title: 'Nothing plays through it',
        why: ['The speaker it was for is not in the kit any more.'],
      };
    case 'web':
      return {
        title:
          f.web < 0 ? `Holes overlap ${mm1(f.web)} mm` : `${mm1(f.web)} mm of web between holes`,
        why: [
          `Between two holes ${f.needs} mm stays, or the web breaks out (typical for this material).`,
        ],
      };
    case 'meets':
      return MEETS[f.meets](f);
  }
}
