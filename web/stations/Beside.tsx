/** Two states of a build beside each other, in the figures that tell them apart. */
import type { Project } from '@deft/core/model';
import type { Judgement } from '@deft/core/verdict';
import { useJudgement } from '../engine/useJudgement';

type Row = readonly [string, (p: Project, judged: Judgement | undefined) => string];
const ROWS: readonly Row[] = [
  ['Name', (p) => p.name],
  ['Verdict', (_, judged) => judged?.sentence ?? 'Checking ...'],
  ['Parts', (p) => String(p.kit.items.length)],
  ['Laid out', (p) => String(p.layout.placements.length)],
  ['Cuts', (p) => String(p.cuts.length)],
  ['Inputs', (p) => String(p.controls.inputs.length)],
  ['Steps done', (p) => String(p.build.done.length)],
];

export function Beside({
  titles,
  documents: [a, b],
}: {
  titles: readonly [string, string];
  documents: readonly [Project, Project];
}) {
  const judgedA = useJudgement(a);
  const judgedB = useJudgement(b);
  return (
    <table className="plain">
      <thead>
        <tr>
          <th />
          <th>{titles[0]}</th>
          <th>{titles[1]}</th>
        </tr>
      </thead>
      <tbody>
        {ROWS.map(([name, of]) => (
          <tr key={name}>
            <td>{name}</td>
            <td>{of(a, judgedA)}</td>
            <td>{of(b, judgedB)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
