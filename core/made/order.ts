/** What to write on an order when made parts are sent out: every option whose default would spoil the fit. */
import { blockBox } from '../geometry';
import { formatMm, type Process, type Project } from '../model';
import { type Made, madeFor } from './made';
import { RULES } from './process';

const MATERIAL: Readonly<Record<Process, string>> = {
  filament: 'filament, the plastic of the shell or PETG, solid walls, no scaling',
  resin: 'tough resin, cured through, no scaling',
  sintered: 'nylon 12, sintered, plain finish, no scaling',
};
/** A finish adds about this at each side, mm: typical. */
const PAINT_MM = 0.1;
/** What a service keeps to unless more is ordered, mm: typical. */
const TOLERANCE_MM: Readonly<Record<Process, number>> = {
  filament: 0.2,
  resin: 0.1,
  sintered: 0.3,
};

/** How many of it are wanted: a cap or a tip for each key of its kind. */
function countOf(p: Project, m: Made): number {
  if (m.kind !== 'cap' && m.kind !== 'cap extender') return 1;
  const cap = p.shell.bodies.flatMap((b) => b.caps ?? []).find((c) => c.id === m.for);
  const keys = p.controls.inputs.filter((i) => 'opening' in i.at && i.at.opening === cap?.opening);
  return Math.max(1, keys.length);
}

const needs = (m: Made, process: Process): string => {
  const { gapMm, wallMm } = RULES[process];
  return [
    `tolerance ± ${formatMm(TOLERANCE_MM[process])} mm or better`,
    `walls of ${formatMm(wallMm)} mm are meant: do not thicken`,
    m.holds.length
      ? `slides at ${formatMm(gapMm)} mm a side: unpainted, a finish adds about ${formatMm(PAINT_MM)} mm a face`
      : 'may be painted',
    m.kind === 'light pipe' ? 'clear, ends polished' : '',
    m.kind === 'stand-offs' ? 'bores as drawn, not tapped: the screw cuts its thread' : '',
  ]
    .filter(Boolean)
    .join('; ');
};

/**
 * One row a part of the kit that is made, as it would be made now, its head first.
 *
 * @returns  rows of text and numbers; sizes in mm, volume in cm³, mass in g
 */
export function orderRows(p: Project, process: Process): Array<Array<string | number>> {
  const kept = madeFor(p, process).filter((m) => m.before && !m.tool);
  const rows = kept.map((m) => {
    const boxes = m.blocks.map(blockBox);
    const size = ([0, 1, 2] as const).map((i) =>
      formatMm(Math.max(...boxes.map((b) => b[1][i])) - Math.min(...boxes.map((b) => b[0][i])), 1),
    );
    return [
      m.name,
      `${m.part.id}.3mf`,
      m.part.version ?? 1,
      countOf(p, m),
      MATERIAL[process],
      size.join(' × '),
      Math.round(m.volumeCm3 * 100) / 100,
      m.massG,
      needs(m, process),
    ];
  });
  return [
    [
      'part',
      'file',
      'version',
      'count',
      'material',
      'size mm',
      'volume cm³',
      'mass g',
      'to be said',
    ],
    ...rows,
  ];
}
