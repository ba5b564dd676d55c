/** Opening the donor, cleaning it, proving what is kept of it, measuring the shell. */
import { bodyFor, isOpen, type Kept } from '../../model';
import type { Bench, Draft } from '../step';

const PHASE = 'Open and measure';

export function opening({ p }: Bench): Draft[] {
  const body = bodyFor(p);
  if (!body) {
    return [
      {
        is: ['measure-shell'],
        phase: PHASE,
        title: 'Measure the shell',
        detail: 'Eight values give a first verdict.',
        after: [],
      },
    ];
  }
  if (p.way === 'custom shell') {
    const resin = body.pieces.some((q) => q.material === 'resin');
    return [
      {
        is: ['measure-shell'],
        phase: PHASE,
        title: 'Make a test corner and measure it',
        detail: 'Wall, corner and one post, with callipers, before the whole shell.',
        after: [],
        ...(resin ? { caution: 'resin' } : {}),
      },
    ];
  }
  if (p.shell.bodies.every(isOpen) && !p.donor) {
    return [
      {
        is: ['measure-shell'],
        phase: PHASE,
        title: 'Measure the plate',
        detail: 'Outer edges, thickness, and every hole that is in it already.',
        after: [],
      },
    ];
  }
  return [...donor(p), ...(p.donor?.kept ?? []).flatMap(proofs)];
}

function donor(p: Bench['p']): Draft[] {
  const faults = new Set(p.donor?.faults ?? []);
  const dirty = faults.has('leaked cells') || faults.has('corrosion');
  const steps: Draft[] = [
    {
      is: ['donor-open'],
      phase: PHASE,
      title: 'Open the donor and note its faults',
      detail: 'Leaked cells, corrosion, chipped corners, missing posts; what is kept.',
      after: faults.has('fluorescent backlight') ? ['discharge'] : [],
      ...(faults.has('leaked cells') ? { caution: 'leaked' } : {}),
    },
    {
      is: ['measure-shell'],
      phase: PHASE,
      title: 'Measure both halves',
      detail: 'Outer, walls, depths, posts, ribs, openings.',
      after: ['donor-open', 'clean'],
    },
  ];
  if (faults.has('fluorescent backlight')) {
    steps.push({
      is: ['discharge'],
      phase: PHASE,
      title: 'Let the backlight discharge',
      detail: 'Cells and supply out, ten minutes; a resistor across its capacitor, never a finger.',
      after: [],
      caution: 'fluorescent',
      feed: 'no power',
    });
  }
  if (dirty) {
    steps.push({
      is: ['clean'],
      phase: PHASE,
      title: 'Clean what the cells left',
      detail: 'Vinegar on alkaline crusts, then water, then alcohol; dry it through.',
      after: ['donor-open'],
      caution: 'solvent',
      feed: 'no power',
    });
  }
  return steps;
}

/** What a kept thing must show before it moves, and after. */
function proofs(thing: Kept): Draft[] {
  const tests = thing.tests.length ? thing.tests.join(', ') : 'as it did in the donor';
  if (thing.proved === 'not needed') return [];
  return [
    {
      is: ['prove-kept', thing.id],
      phase: PHASE,
      title: `Prove the ${thing.name} before it is moved`,
      detail: `In the donor or on the bench: ${tests}. The same again after the move.`,
      after: ['donor-open', 'clean'],
      feed: 'bench supply',
    },
  ];
}
