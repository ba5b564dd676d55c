/** Whether it goes into a pocket, shut. */
import { bodyFor, formatMm } from '../../model';
import { shutSize } from '../../shell';
import { type Judge, judged, metIf } from './goal';

export const pocket: Judge = ({ p, b }) => {
  if (!b.pocket) return undefined;
  const target = `${[...b.pocket]
    .sort((x, y) => y - x)
    .map((v) => formatMm(v, 0))
    .join(' × ')} mm`;
  const body = bodyFor(p);
  if (!body) return judged(target, 'open', 'shell not measured', 'the shell');
  const { w, h, t } = shutSize(p.shell.bodies);
  const [mine, want] = [[w, h, t], [...b.pocket]].map((l) => l.sort((x, y) => y - x)) as [
    number[],
    number[],
  ];
  const over = mine.map((v, i) => v - want[i]!);
  const most = Math.max(...over);
  const standing = metIf(most <= 0, most <= 1);
  return judged(
    target,
    standing,
    mine.map((v) => formatMm(v, 0)).join(' × ') + ' mm',
    most <= 0
      ? body.name
      : `${formatMm(most, 1)} mm too ${['long', 'wide', 'thick'][over.indexOf(most)]}`,
  );
};
