/** Whether what was to stay uncut does. */
import { type Judge, judged } from './goal';

export const uncut: Judge = ({ c, b, p }) => {
  if (!b.uncut?.length) return undefined;
  if (!p.shell.bodies.length) {
    return judged(b.uncut.join(', '), 'open', 'shell not measured', 'the shell');
  }
  const bad = [
    ...c.cuts.openings.filter(
      (o) =>
        (o.face.kind === 'wall' ? b.uncut!.includes('walls') : b.uncut!.includes(o.face.role)) ||
        (o.face.kind === 'face' && b.uncut!.includes(o.face.piece)),
    ),
    ...c.cuts.trims.filter((t) => b.uncut!.includes(t.piece)),
  ];
  return judged(
    b.uncut.join(', '),
    bad.length ? 'missed' : 'met',
    bad.length
      ? `${bad.length} ${bad.length === 1 ? 'cut' : 'cuts'} there`
      : 'nothing is cut there',
    bad[0]?.name ?? 'the layout',
    bad.map((x) => x.name),
  );
};
