/** What is drawn on the picture: known distances, the edges it lies by, what is traced and being traced. */
import { fitCircle } from '@deft/core/capture';
import type { PlateMark } from './Plate';
import type { Traced, Tracing } from './tracing';

export const plateMarks = ({ how, lies, traces, now }: Tracing): PlateMark[] => [
  ...(how.kind === 'scan' ? distanceMarks(how.marks) : rectangleMark(how.corners)),
  ...edgeMarks(lies),
  ...traces.map(tracedMark),
  ...(now.length ? [{ kind: 'trace' as const, points: now }] : []),
];

const distanceMarks = (marks: Tracing['how']['marks']): PlateMark[] =>
  marks.map(({ x0, y0, x1, y1, mm }) => ({
    kind: 'mark',
    points: [
      [x0, y0],
      [x1, y1],
    ],
    label: mm ? `${mm} mm` : '? mm',
  }));

const rectangleMark = (corners: Tracing['how']['corners']): PlateMark[] =>
  corners.length ? [{ kind: 'mark', points: corners, closed: corners.length === 4 }] : [];

const edgeMarks = (lies: Tracing['lies']): PlateMark[] =>
  [lies.slice(0, 2), lies.slice(2)]
    .filter((points) => points.length)
    .map((points) => ({ kind: 'edge', points }));

const tracedMark = ({ kind, px, offer }: Traced): PlateMark => ({
  kind: 'done',
  points: px,
  closed: true,
  circle:
    kind === 'post' || kind === 'round opening'
      ? fitCircle(px.map(([x, y]) => ({ x, y })))
      : undefined,
  label: offer?.name ?? '',
});
