/** What can be found by its words: stations, what one can do, findings, parts, the shell, pins, terms. */
import type { Project } from '@deft/core/model';
import type { Judgement } from '@deft/core/verdict';
import type { Doing } from '../keys/table';
import { type TermName, TERMS } from '../words/terms';
import { STATIONS } from './stations';

export interface Findable {
  words: string;
  /** Other words for it that are searched and not shown. */
  also?: string;
  kind: string;
  /** Where it is gone to, and what is done there or lit. */
  to?: string;
  doing?: Doing;
  finding?: string;
  /** It is explained where it is found. */
  term?: TermName;
  /** It is handed over as a file. */
  file?: 'build';
}

const DOINGS: ReadonlyArray<{ words: string; also: string; doing: Doing; to?: string }> = [
  { words: 'Arrange for me', also: 'layout auto place', doing: 'arrange', to: 'fit' },
  {
    words: 'Measure between two things',
    also: 'distance gap calliper',
    doing: 'measure',
    to: 'fit',
  },
  { words: 'Wires: ways, lengths, colours', also: 'cable wiring table', doing: 'wires', to: 'fit' },
  { words: 'Test fits', also: 'compare layouts keep', doing: 'fits', to: 'fit' },
  { words: 'In the hands', also: 'balance weight thumb grip', doing: 'hands', to: 'fit' },
  { words: 'Headroom as a heat picture', also: 'depth free height', doing: 'headroom', to: 'fit' },
  { words: 'Look at it in 3D', also: 'solid model view', doing: 'solid', to: 'fit' },
  { words: 'Close the book', also: 'closed section', doing: 'closed', to: 'fit' },
  { words: 'The layout in words', also: 'read aloud text', doing: 'words', to: 'fit' },
  { words: 'Least cutting: all hits at once', also: 'solve fix all', doing: 'least', to: 'cut' },
  { words: 'Print the template as PDF', also: 'export paper 1:1', doing: 'template', to: 'cut' },
  { words: 'Make a part of your own', also: 'new part add', doing: 'ownPart', to: 'kit' },
  { words: 'History of this build', also: 'versions older saves back', doing: 'history' },
  { words: 'Undo', also: 'take back', doing: 'undo' },
  { words: 'Redo', also: 'do again', doing: 'redo' },
  { words: 'Light or dark', also: 'theme night colours', doing: 'light' },
  { words: 'Sheet of keys', also: 'shortcuts keyboard help', doing: 'keys' },
];

const PLACES: ReadonlyArray<{ words: string; also: string; to: string }> = [
  { words: 'Print the whole build', also: 'paper document bench sheet export pdf', to: 'print' },
  { words: 'Wall thickness and outer sizes', also: 'readings width height depth', to: 'shell' },
  { words: 'Take the shell from a 3D file', also: 'stl obj 3mf step mesh', to: 'shell?view=file' },
  { words: 'Take the shell from a picture', also: 'photo scan trace', to: 'shell?view=picture' },
  { words: 'Write the shell as STL, DXF or SVG', also: 'export solid download', to: 'shell' },
  { words: 'Donor and what is kept from it', also: 'openings blank jack', to: 'shell?view=donor' },
  {
    words: 'Bodies and joints',
    also: 'graft lid clamshell dock sleeve second body',
    to: 'shell?view=bodies',
  },
  { words: 'Made parts: frames, bezels, fillers, jigs', also: 'print stl', to: 'cut?view=made' },
  { words: 'Bill of parts', also: 'price cost export csv money', to: 'kit?view=bill' },
  { words: 'Chains from source to screen and sound', also: 'video audio', to: 'kit?view=chains' },
  { words: 'Power and data trees', also: 'rail usb hub', to: 'kit?view=trees' },
  { words: 'Swap one part for another', also: 'alternative compare', to: 'kit?view=swap' },
  { words: 'What is untried', also: 'risk trial prove', to: 'kit?view=risks' },
  { words: 'Button overlay and pin table', also: 'export device tree gpio map', to: 'controls' },
  { words: 'Press test', also: 'prove keys buttons swapped event log', to: 'controls?view=press' },
  { words: 'Chords and hotkeys', also: 'exit save volume duty games', to: 'controls?view=games' },
  { words: 'Lag and debounce', also: 'bounce delay latency', to: 'controls?view=lag' },
  { words: 'Ways to read the keys', also: 'route compare expander usb', to: 'controls?view=ways' },
  { words: 'Hours on one charge', also: 'battery runtime life', to: 'power' },
  {
    words: 'Bench: prove a part, type a meter reading',
    also: 'measure current amps volts multimeter log csv scpi',
    to: 'bench',
  },
  { words: 'Step list', also: 'order tick assembly', to: 'build' },
  { words: 'Wanted games and goals', also: 'families hours money', to: 'brief' },
];

/** Everything of a build that has words, what one may want first before the rest. */
export function findable(doc: Project, check: Judgement): Findable[] {
  return [
    ...STATIONS.map((s) => ({ words: s.name, kind: 'station', to: s.id })),
    ...DOINGS.map((d) => ({ ...d, kind: 'do' })),
    { words: 'Export this build as a file', also: 'save download json', kind: 'do', file: 'build' },
    ...PLACES.map((p) => ({ ...p, kind: 'place' })),
    ...check.findings
      .filter((f) => f.verdict !== 'clear')
      .map((f) => ({
        words: `${f.title}: ${f.what}`,
        kind: 'finding',
        to: f.station,
        finding: f.id,
      })),
    ...doc.kit.items.map((i) => ({ words: i.name, kind: 'part', to: 'kit' })),
    ...doc.shell.bodies.flatMap((b) =>
      b.pieces.flatMap((p) =>
        [...p.features, ...p.zones, ...p.openings].map((f) => ({
          words: `${f.name}, ${p.role}`,
          kind: 'shell',
          to: 'shell',
        })),
      ),
    ),
    ...doc.controls.inputs.map((i) => ({ words: i.name, kind: 'input', to: 'controls' })),
    ...check.map.inputs
      .filter((m) => m.gpio !== undefined)
      .map((m) => ({
        words: `GPIO ${m.gpio}, pin ${m.pin}: ${m.input.name}`,
        kind: 'pin',
        to: 'controls',
      })),
    ...(Object.keys(TERMS) as TermName[]).map((term) => ({
      words: term,
      also: TERMS[term],
      kind: 'word',
      term,
    })),
  ];
}

/** Those in which every word of the text stands, in the order of the list; in the name before in other words. */
export function foundIn(all: readonly Findable[], text: string, most = 12): Findable[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const holds = (s: string) => words.every((w) => s.toLowerCase().includes(w));
  const byName = all.filter((a) => holds(a.words));
  const byMore = all.filter((a) => !byName.includes(a) && holds(`${a.words} ${a.also ?? ''}`));
  return [...byName, ...byMore].slice(0, most);
}
