/**
 * Wires of the builder's own that join what must never be joined: a rail and ground, two rails, a
 * rail and a line of the computer, a bridge output and ground.
 */
import { type Finding, isHost, type Project, type WayOut } from '../model';
import { everyItem, type PlacedItem, type Scene } from '../fit';
import type { End, Net } from './ends';

/** What a pad stands at, as far as its label on the board tells. */
const RAILS = ['ground', '3.3 V', '5 V', '12 V', 'cell +', 'middle of the pack'] as const;
type Stands = (typeof RAILS)[number] | 'line' | 'bridge output';

/** What boards print beside their pads, in capitals and without spaces. */
const LABELS: ReadonlyArray<readonly [RegExp, Stands]> = [
  [/^(GND|AGND|DGND|PGND|VSS|0V|G|BAT-|B-|P-|OUT-|VBAT-|SLEEVE)\d*$/, 'ground'],
  [/^\+?(3V3|3\.3V|3V)$/, '3.3 V'],
  [/^\+?(5V|5V0|5\.0V|VBUS|VUSB)$/, '5 V'],
  [/^\+?12V$/, '12 V'],
  [/^(BAT\+?|B\+|P\+|VBAT\+?|CELL\+)$/, 'cell +'],
  [/^(MID|BM)$/, 'middle of the pack'],
  [/^[SLR][+-]$/, 'bridge output'],
];

function standsAt(at: PlacedItem | undefined, { pad }: End): Stands | undefined {
  const known = at?.part.pads.find((q) => q.name === pad);
  if (known?.gpio !== undefined) return 'line';
  const printed = pad.toUpperCase().replace(/\s/g, '').replace('−', '-');
  const label = LABELS.find(([name]) => name.test(printed))?.[1];
  if (label !== 'bridge output') return label;
  return at?.part.amp?.bridged ? label : undefined;
}

/** Everything one net of copper joins, and the wires it is made of. */
interface Joined {
  ends: Map<string, End>;
  nets: Net[];
}

/** Wires that share a pad are one net. */
function joinedBy(nets: readonly Net[]): Joined[] {
  const key = (e: End): string => `${e.item} ${e.pad}`;
  const groups: Joined[] = [];
  for (const net of nets) {
    const touching = groups.filter((g) => [net.a, net.b].some((e) => g.ends.has(key(e))));
    const merged: Joined = {
      ends: new Map([
        ...touching.flatMap((g) => [...g.ends]),
        [key(net.a), net.a],
        [key(net.b), net.b],
      ]),
      nets: [...touching.flatMap((g) => g.nets), net],
    };
    groups.splice(0, groups.length, ...groups.filter((g) => !touching.includes(g)), merged);
  }
  return groups;
}

const isRail = (s: Stands): boolean => (RAILS as readonly string[]).includes(s);
/** One line may be held at 3.3 V or at ground through nothing else; two at once, or a line on more volts, may not. */
function clash(all: readonly Stands[]): [Stands, Stands] | undefined {
  const rails = [...new Set(all.filter(isRail))];
  if (rails.length > 1) return [rails[0]!, rails[1]!];
  const lines = all.filter((s) => s === 'line');
  const [rail] = rails;
  if (lines.length && rail) return [rail, 'line'];
  if (lines.length > 1) return ['line', 'line'];
  if (rail && all.includes('bridge output')) return [rail, 'bridge output'];
  if (lines.length && all.includes('bridge output')) return ['bridge output', 'line'];
  if (all.filter((s) => s === 'bridge output').length > 1) {
    return ['bridge output', 'bridge output'];
  }
  return undefined;
}

const TITLES = (a: Stands, b: Stands): string => {
  if (a === 'line' && b === 'line') return 'Two lines of the computer on one wire';
  if (b === 'line') return `A line of the computer on ${a}`;
  return `${a[0]!.toUpperCase()}${a.slice(1)} joined to ${b}`;
};
const WHY = (a: Stands, b: Stands): string => {
  if (a === 'line') return 'One line tells one thing; two that drive against each other are burnt.';
  if (b === 'line' && a === 'ground') return PRESSED;
  if (b === 'line') return 'A line of the header bears 3.3 V, and is burnt when it drives low.';
  return b === 'bridge output' ? SWINGS : FEEDS;
};
const PRESSED = 'It reads as pressed for ever, and is burnt when it drives.';
const SWINGS =
  'Both ends of a bridge output swing: joined to anything but its speaker it is a short.';
const FEEDS = 'It is a short: the cell or the supply feeds it until something burns.';

/**
 * @param nets  every wire of the build; only those in which one of the builder's own takes part are asked
 * @returns     a hit for each net that joins what must stay apart
 */
export function shorts(scene: Scene, nets: readonly Net[]): Finding[] {
  const items = everyItem(scene);
  return joinedBy(nets).flatMap((group): Finding[] => {
    const own = group.nets.filter((n) => n.mine);
    if (!own.length) return [];
    const ends = [...group.ends.values()];
    const bypassed = [...items.values()].find(
      (at) =>
        at.part.protects && ['B-', 'P-'].every((pad) => group.ends.has(`${at.item.id} ${pad}`)),
    );
    if (bypassed) return [bypass(bypassed, own)];
    const stands = ends.map((e) => standsAt(items.get(e.item), e));
    const pair = clash(stands.flatMap((s) => s ?? []));
    const across = [...items.values()].find(
      (at) =>
        at.part.pads.length === 2 &&
        at.part.pads.every((pad) => group.ends.has(`${at.item.id} ${pad.name}`)),
    );
    const isAcross =
      across && own.some((n) => n.a.item === across.item.id || n.b.item === across.item.id);
    if (!pair) return isAcross ? [bridged(across, own)] : [];
    const [a, b] = pair;
    const wire = own[0]!;
    const stale = a === 'line' && b === 'line' && own.every((n) => isChoice(items, n));
    const name = (e: End): string => `${items.get(e.item)?.item.name ?? e.item} ${e.pad}`;
    return [
      {
        id: `wire:short-${wire.id}`,
        station: 'fit',
        check: 'wire',
        code: 'short',
        verdict: stale ? 'tight' : 'hit',
        title: TITLES(a, b),
        what: `Wire ${wire.label}: ${name(wire.a)} to ${name(wire.b)}`,
        why: [WHY(a, b), ...(stale ? [STALE] : [])],
        about: [...new Set([wire.a.item, wire.b.item])],
        refs: own.map((n) => ({ is: 'net' as const, id: n.id })),
        at: { x: wire.b.at[0], y: wire.b.at[1], z: wire.b.at[2] },
      },
    ];
  });
}

/**
 * Whether a stored wire may be no wire but a gauge, colour or pin chosen for one that has another
 * line by now: it leads to a pad of another part, and says more than its ends.
 */
function isChoice(items: ReadonlyMap<string, PlacedItem>, { a, b, said }: Net): boolean {
  const boards = [a, b].filter((e) => {
    const at = items.get(e.item);
    return at && isHost(at.part);
  }).length;
  return boards === 1 && said !== undefined && Object.keys(said).length > 2;
}
const STALE =
  'It may be left from before the lines changed: take it out, or keep it and free the other line.';

/** A wire past the guard: the cell is no longer cut off. */
const bypass = ({ item }: PlacedItem, own: readonly Net[]): Finding => ({
  id: `wire:bypass-${item.id}`,
  station: 'fit',
  check: 'wire',
  code: 'guard-bypassed',
  verdict: 'hit',
  title: 'The guard is bypassed',
  what: `${item.name}: ${own.map((n) => n.label).join(', ')} joins its B- and P-`,
  why: ['It cuts the cell off between these two; joined, it can do nothing.'],
  about: [item.id],
  refs: own.map((n) => ({ is: 'net' as const, id: n.id })),
});

/** A wire from one end of a part to its other: a key that is pressed for ever, a speaker or a cell that is shorted. */
const bridged = ({ item, part }: PlacedItem, own: readonly Net[]): Finding => ({
  id: `wire:bridged-${item.id}`,
  station: 'fit',
  check: 'wire',
  code: 'bridged',
  verdict: 'hit',
  title: 'Both its ends on one wire',
  what: `${item.name}: ${own.map((n) => n.label).join(', ')} joins its two pads`,
  why: [
    part.family === 'switch'
      ? 'It reads as pressed for ever.'
      : 'Current goes past it, and whatever drives it is shorted.',
  ],
  about: [item.id],
  refs: own.map((n) => ({ is: 'net' as const, id: n.id })),
});

/** Wires of the builder's own of which an end is not there any more. */
export function lostEnds(p: Project, scene: Scene): Finding[] {
  const items = everyItem(scene);
  return p.wiring.nets.flatMap((net): Finding[] => {
    const gone = net.ends.filter((e) => {
      const at = items.get(e.item);
      return at && !at.part.pads.some((q) => q.name === e.pad);
    });
    if (!gone.length) return [];
    const [end] = gone as [(typeof gone)[0]];
    const name = items.get(end.item)!.item.name;
    return [
      {
        id: `wire:lost-${net.id}`,
        station: 'fit',
        check: 'wire',
        code: 'lost-end',
        // A colour chosen for a wire of a part that was swapped since is no fault.
        verdict: 'tight',
        title: 'A wire to a pad that is not there',
        what: `${name} has no pad "${end.pad}".`,
        why: ['Its part was changed, or the pad is called otherwise: join it anew in Fit, Wires.'],
        about: [end.item],
        refs: [{ is: 'net', id: net.id }],
      },
    ];
  });
}

/** Findings that end when a wire of the builder's own is taken out. */
export const SHORTS: ReadonlySet<string> = new Set([
  'short',
  'guard-bypassed',
  'bridged',
  'lost-end',
]);

/** The wire that does it taken out again. */
export const shortWays = (f: Finding): WayOut[] =>
  (f.refs ?? []).flatMap((r): WayOut[] =>
    r.is === 'net'
      ? [
          {
            id: `drop-${r.id}`,
            text: 'Take this wire out again',
            cost: 'what it was for is joined another way',
            changes: [{ do: 'drop-net', id: r.id }],
            effort: 1,
          },
        ]
      : [],
  );
