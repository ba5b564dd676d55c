/** What the wished families need of the computer and of the keys. */
import { kitOf } from '../../chains';
import { wished } from '../../games';
import { type Judge, judged } from './goal';

export const families: Judge = ({ p, b }) => {
  if (!b.families.length) return undefined;
  const target = b.families.join(', ');
  const k = kitOf(p);
  const computer = k.computer;
  if (!computer) return judged(target, 'open', 'no computer yet', 'the computer');
  const speed = computer.part.computer?.speed ?? 0;
  if (computer.part.host && !computer.part.computer) {
    return judged(target, 'missed', 'its own games only', computer.item.name, [
      `${computer.item.name} runs what was made for its own chips; other families want a computer.`,
    ]);
  }
  const lines = wished(p).map(({ family, runs = 'not', missing, axesShort }) => ({
    rank: rankOf(runs, missing.length > 0 || axesShort > 0),
    text: [
      `${family}: runs ${runs}`,
      ...(missing.length ? [`no ${missing.join(', ')}`] : []),
      ...(axesShort ? [`${axesShort} analog ${axesShort === 1 ? 'axis' : 'axes'} short`] : []),
    ].join('; '),
  }));
  const worst = Math.max(0, ...lines.map((l) => l.rank));
  const why = lines.map((l) => l.text);
  const have = new Set(p.controls.inputs.filter((i) => i.routed).map((i) => i.functions[0]));
  const good = lines.filter((l) => l.rank === 0).length;
  const decides = [
    `${computer.item.name} and ${have.size} inputs`,
    'missing inputs or a computer that only mostly runs them',
    `${computer.item.name}: class ${speed} of 5`,
  ];
  return judged(
    target,
    (['met', 'at risk', 'missed'] as const)[worst]!,
    `${good} of ${b.families.length} in full`,
    decides[worst]!,
    [...why, 'Class of a computer against a family is typical; try your own games.'],
  );
};

/** 0 met, 1 at risk, 2 missed. */
function rankOf(runs: 'well' | 'mostly' | 'not', lacks: boolean): number {
  if (runs === 'not') return 2;
  return runs === 'mostly' || lacks ? 1 : 0;
}
