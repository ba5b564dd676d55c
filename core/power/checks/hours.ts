/** The hours against what the builder wants. */
import type { Finding, Project } from '../../model';
import type { Discharge } from '../discharge';
import { type Band, narrowsMost } from '../hours';
import { powerFinding } from './finding';

export function hoursFinding(p: Project, run: Discharge, band: Band): Finding {
  const wanted = p.brief.hours;
  const what = `On one charge${wanted ? `, ${wanted} h wanted` : ''}`;
  if (run.isDead) {
    return powerFinding('hours', 'hours', 'hours', 'hit', {
      title: 'It does not start',
      what,
      why: [run.sentence],
    });
  }
  const next = narrowsMost(band);
  let verdict: Finding['verdict'] = 'clear';
  if (wanted && run.hours + band.hours < wanted) verdict = 'hit';
  else if (wanted && run.hours < wanted) verdict = 'tight';
  return powerFinding('hours', 'hours', 'hours', verdict, {
    title: `${run.hours.toFixed(1)} h ± ${band.hours.toFixed(1)}`,
    what,
    why: [
      run.sentence,
      ...(next
        ? [
            `Measure next: ${next.cause.name}, ${next.how}: ± ${band.hours.toFixed(1)} h becomes ± ${next.hours.toFixed(1)} h.`,
          ]
        : []),
    ],
  });
}
