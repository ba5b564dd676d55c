/** From the keys to whatever reads them. */
import { type Input, isHost, type Part, type Project, type Route, routeOf } from '../../model';
import { isLatchKey } from '../../kit';
import { type Kit } from '../fitted';
import { gives, type Mending, type Mends } from './mending';

/** Read at a board that was kept. */
const AT_KEPT: ReadonlySet<Route> = new Set<Route>(['original board', 'pad bus']);
/** What reads keys that are not on the header. */
const boardFamily = (p: Project): Part['family'] =>
  p.controls.route === 'expander' ? 'expander' : 'controller';
const readsAll = (m: Mending, q: Part): boolean =>
  q.family === boardFamily(m.project) && (q.inputs ?? 0) >= m.project.controls.inputs.length;

const onHeader = (m: Mending): void =>
  m.way(
    'header',
    'Read the buttons on the header',
    'one line each',
    [{ do: 'link', route: 'gpio' }],
    4,
  );

export const inputsMends: Mends = {
  board: (m) => {
    m.add((q) => !AT_KEPT.has(m.project.controls.route) && readsAll(m, q));
    onHeader(m);
  },
  none: (m) =>
    m.way(
      'pad',
      'Play with a wireless pad',
      'no wires; a battery more to charge',
      [{ do: 'link', route: 'wireless' }],
      4,
    ),
  count: (m) => {
    m.swap(m.finding.about[0], (q) => readsAll(m, q));
    m.add((q) => q.family === boardFamily(m.project) && (q.inputs ?? 0) > 0);
    if (!m.kit.computer || !gives(m.kit.computer.part, 'lines')) return;
    const over = overflow(m.project, m.kit);
    m.way(
      'rest-on-header',
      `Read ${over.map((i) => i.name).join(', ')} on lines of the header`,
      'a wire each to the computer; the overlay is copied to the card as well',
      over.map((input) => ({ do: 'input', input: { ...input, route: 'gpio' } })),
      1,
    );
  },
  bus: (m) => m.swap(m.computer, (q) => isHost(q) && gives(q, 'lines')),
  radio: (m) => {
    m.swap(m.computer, (q) => isHost(q) && gives(q, 'radio'));
    m.add((q) => gives(q, 'radio') && !isHost(q));
  },
  shielded: onHeader,
  // A converter on the bus serves sticks and ladders; a controller board its own sticks alone.
  analog: (m) =>
    m.add(
      (q) =>
        gives(q, 'analog') &&
        (!m.project.controls.inputs.some((i) => routeOf(m.project, i) === 'ladder') ||
          q.family === 'expander'),
    ),
};

/** Keys, the last ones of the list, that the boards which read the others have no input for. */
function overflow(p: Project, k: Kit): Input[] {
  const read = p.controls.inputs.filter((i) => !i.route && !isLatchKey(p, i));
  if (p.controls.route === 'original board') return read.slice(k.computer?.part.host?.keys ?? 0);
  const boards = k.all.filter((x) => x.part.family === boardFamily(p));
  return read.slice(boards.reduce((sum, x) => sum + (x.part.inputs ?? 0), 0));
}
