/**
 * Chords and keys that do what no game does, against play: whether hands can hold them, whether a game
 * presses them by itself, and whether one chord hides in another.
 */
import type { Scene } from '../fit';
import { partOf } from '../kit';
import {
  DUTIES,
  type Duty,
  type DutyOwner,
  type Finding,
  type GameFamily,
  type Input,
  type InputRole,
  listed,
  present,
  type Project,
  type WayOut,
} from '../model';
import { assigned } from './assigned';
import { heldTogether, type Finger, type Reach, reaches } from './hands';
import { ledger, mayDo } from './duties';
import { pressedInPlay, rolesOf } from './play';

export interface Chord {
  duty: Duty;
  inputs: Input[];
  /** Of its keys, those that are not there, or have no switch and wire. */
  gone: string[];
  holdMs: number;
  /** The finger for each key; nothing when two hands cannot hold it. */
  fingers: Map<string, Finger> | undefined;
  /** The wanted family whose play comes nearest to it, with the keys of it that play presses at once. */
  nearest: { family: GameFamily; keys: Reach[] } | undefined;
  /** Keys that must go down by mistake, on top of what play presses, before it happens. */
  slips: number;
}

/** Held for so long, a chord is meant: no press in play by mistake lasts, ms (typical). */
export const MEANT_MS = 1000;
/** Duties that cost the moment, or more, when they come by mistake. */
const COSTLY: ReadonlySet<Duty> = new Set<Duty>(['exit', 'load', 'reset', 'power']);

/** Every duty that keys do, with what its keys meet in play. */
export function chordsOf(p: Project, scene: Scene): Chord[] {
  const reach = new Map(reaches(p, scene).map((r) => [r.id, r]));
  return ledger(p).flatMap(({ duty, owner }): Chord[] => {
    if (owner?.by !== 'keys') return [];
    const known = p.controls.inputs.filter((i) => owner.inputs.includes(i.id));
    const keys = known.flatMap((i) => reach.get(i.id) ?? []);
    const [nearest] = p.brief.families
      .map((family) => ({ family, keys: pressedInPlay(family, playing(p, family, keys)) }))
      .sort((a, b) => b.keys.length - a.keys.length);
    return [
      {
        duty,
        inputs: known,
        gone: owner.inputs.filter((id) => !reach.has(id)),
        holdMs: owner.holdMs ?? 0,
        fingers: heldTogether(keys),
        nearest: nearest?.keys.length ? nearest : undefined,
        slips: owner.inputs.length - (nearest?.keys.length ?? 0),
      },
    ];
  });
}

/** Keys by what they do in a family. */
function playing(p: Project, family: GameFamily, keys: readonly Reach[]): Reach[] {
  const does = [...assigned(p, family).keys];
  return keys.flatMap((k) => {
    const role = does.find(([, input]) => input.id === k.id)?.[0];
    return role ? [{ ...k, role }] : [];
  });
}

const CHECK = { station: 'controls', check: 'chord' } as const;
const named = (inputs: readonly Input[]): string => inputs.map((i) => i.name).join(' + ');

function finding(
  code: string,
  c: Chord,
  verdict: Finding['verdict'],
  title: string,
  what: string,
  why: string[],
): Finding {
  return {
    ...CHECK,
    id: `chord:${code}-${c.duty}`,
    code,
    verdict,
    title,
    what,
    why,
    about: c.inputs.map((i) => i.id),
    refs: c.inputs.map((i) => ({ is: 'input', id: i.id })),
  };
}

interface Judged {
  finding: Finding;
  duty: Duty;
}

/** Only what was stated is judged: keys and parts that were read have rules of their own. */
function judged(p: Project, scene: Scene): Judged[] {
  const { duties } = p.controls;
  if (!duties || p.controls.route === 'wireless') return [];
  const stated = chordsOf(p, scene).filter((c) => duties[c.duty]);
  return [
    ...stated.flatMap((c) => ownFaults(p, c).map((f) => ({ finding: f, duty: c.duty }))),
    ...stated.flatMap((c, i) => stated.slice(i + 1).flatMap((d) => together(c, d))),
    ...partsGone(p),
  ];
}

export const chordFindings = (p: Project, scene: Scene): Finding[] =>
  judged(p, scene).map((j) => j.finding);

function ownFaults(p: Project, c: Chord): Finding[] {
  if (c.gone.length) {
    const name = (id: string): string =>
      p.controls.inputs.find((i) => i.id === id)?.name ?? 'a key that was taken out';
    return [
      finding(
        'gone',
        c,
        'hit',
        'A key of it is not there',
        `${c.duty}: ${listed(c.gone.map(name))} has no switch and wire`,
        ['Take other keys for it, or give the key its way.'],
      ),
    ];
  }
  const out: Finding[] = [];
  if (!c.fingers) {
    out.push(
      finding('hands', c, 'hit', 'Two hands cannot hold it', `${c.duty}: ${named(c.inputs)}`, [
        'Thumbs have the front, forefingers shoulders and walls; a finger holds two keys only when they lie within 22 mm; up and down, left and right exclude each other.',
      ]),
    );
  }
  const { nearest, slips, holdMs } = c;
  const isMeant = holdMs >= MEANT_MS && c.inputs.length === 1 && !isHeldInPlay(nearest);
  if (nearest && slips <= 0 && !isMeant) {
    out.push(
      finding(
        'in-play',
        c,
        'hit',
        c.inputs.length === 1 ? 'A key of play does it' : 'Play presses it by itself',
        `${c.duty}: ${named(c.inputs)}, in ${nearest.family}`,
        [
          c.inputs.length === 1
            ? `${nearest.family} is played with ${rolesOf(nearest.family).join(', ')}.`
            : `${nearest.family} presses ${listed(nearest.keys.map((k) => k.role))} at the same moment.`,
          'Take in a key that play presses alone: select or start, or one no game needs.',
        ],
      ),
    );
  } else if (
    nearest &&
    slips === 1 &&
    COSTLY.has(c.duty) &&
    c.duty !== 'exit' &&
    holdMs < MEANT_MS
  ) {
    out.push(
      finding(
        'slip',
        c,
        'tight',
        'One slip from it',
        `${c.duty}: ${named(c.inputs)}; ${nearest.family} presses all but one of them`,
        [`Hold it for ${MEANT_MS / 1000} s, or add a key: what is lost by it cannot be had back.`],
      ),
    );
  }
  return out;
}

/** Keys that play holds down for long, so that no hold makes a press of theirs meant. */
const isHeldInPlay = (nearest: Chord['nearest']): boolean =>
  nearest?.keys.some((k) => k.role !== 'select' && k.role !== 'start') ?? false;

/** The same chord twice, or one that lies in another: pressing the longer does the shorter first. */
function together(a: Chord, b: Chord): Judged[] {
  const [few, many] = a.inputs.length <= b.inputs.length ? [a, b] : [b, a];
  const ids = new Set(many.inputs.map((i) => i.id));
  if (!few.inputs.length || !few.inputs.every((i) => ids.has(i.id))) return [];
  const isSame = few.inputs.length === many.inputs.length;
  // Told apart by how long it is held: a touch, or meant.
  if (isSame && Math.abs(few.holdMs - many.holdMs) >= MEANT_MS) return [];
  const f = finding(
    'twice',
    few,
    'hit',
    isSame ? 'One chord for two things' : 'One chord lies in another',
    isSame
      ? `${a.duty} and ${b.duty}: ${named(few.inputs)}`
      : `${few.duty} (${named(few.inputs)}) happens on the way to ${many.duty} (${named(many.inputs)})`,
    ['Give each a key of its own, or hold one of them for a second.'],
  );
  return [{ finding: { ...f, id: `chord:twice-${a.duty}-${b.duty}` }, duty: few.duty }];
}

/** A duty of a part that was taken out. */
function partsGone(p: Project): Judged[] {
  const { items } = present(p).kit;
  return DUTIES.flatMap((duty): Judged[] => {
    const owner = p.controls.duties?.[duty];
    if (owner?.by !== 'part') return [];
    const item = items.find((i) => i.id === owner.item);
    if (item && mayDo(partOf(p, item), duty, item.where)) return [];
    const name = p.kit.items.find((i) => i.id === owner.item)?.name ?? 'A part';
    const finding: Finding = {
      ...CHECK,
      id: `chord:part-${duty}`,
      code: item ? 'part-cannot' : 'part-gone',
      verdict: 'hit',
      title: `Nothing does ${duty}`,
      what: item ? `${name} has nothing to turn or press for it` : `${name} is not in the build`,
      why: ['Say what does it now, under Controls, Games; or give it up.'],
      about: [owner.item],
    };
    return [{ finding, duty }];
  });
}

/** Keys a chord is begun with, calmest first, and what is joined to them. */
const BEGUN_WITH: readonly InputRole[] = ['menu', 'select', 'start'];
const JOINED: readonly InputRole[] = [
  'start',
  'r1',
  'l1',
  'south',
  'east',
  'west',
  'north',
  'up',
  'down',
  'left',
  'right',
];

/**
 * The first chord for a duty that nothing speaks against.
 *
 * @returns nothing when none is free
 */
export function freeChord(p: Project, scene: Scene, duty: Duty): DutyOwner | undefined {
  const id = (role: InputRole): string[] =>
    p.controls.inputs.filter((i) => i.routed && i.functions[0] === role).map((i) => i.id);
  const menu = id('menu').slice(0, 1);
  const pairs = BEGUN_WITH.flatMap(id).flatMap((first) =>
    JOINED.flatMap(id)
      .filter((second) => second !== first)
      .map((second) => [first, second]),
  );
  const tries = [...(menu.length ? [menu] : []), ...pairs].map((inputs): DutyOwner => ({
    by: 'keys',
    inputs,
    ...(COSTLY.has(duty) ? { holdMs: MEANT_MS } : {}),
  }));
  const known = new Set(chordFindings(p, scene).map((f) => f.id));
  return tries.find((owner) => {
    const duties = { ...p.controls.duties, [duty]: owner };
    const trial = { ...p, controls: { ...p.controls, duties } };
    return chordFindings(trial, { ...scene, project: trial }).every((f) => known.has(f.id));
  });
}

/** A key no game needs joined to it, or a second of holding. */
export function chordWays(p: Project, scene: Scene, f: Finding): WayOut[] {
  const duty = judged(p, scene).find((j) => j.finding.id === f.id)?.duty;
  if (!duty) return [];
  const toMenu: WayOut = {
    id: 'menu',
    text: `Leave ${duty} to the menu`,
    cost: 'some presses more',
    changes: [{ do: 'duty', duty, owner: { by: 'menu' } }],
    effort: 3,
  };
  const c = chordsOf(p, scene).find((x) => x.duty === duty);
  if (!c) return [toMenu];
  const out: WayOut[] = [];
  const free = freeChord(p, scene, duty);
  if (free?.by === 'keys') {
    const all = free.inputs.map((id) => p.controls.inputs.find((i) => i.id === id)!);
    out.push({
      id: 'free-chord',
      text: `${duty}: ${named(all)}`,
      cost: free.holdMs ? `held for ${free.holdMs / 1000} s` : 'nothing else uses it',
      changes: [{ do: 'duty', duty, owner: free }],
      effort: 0.8,
    });
  }
  const calm = p.controls.inputs.filter((i) => i.routed && !c.inputs.includes(i));
  const ids = c.inputs.map((i) => i.id).filter((id) => !c.gone.includes(id));
  for (const key of calm.filter((i) => ['select', 'start', 'menu'].includes(i.functions[0]))) {
    if (ids.length >= 4) break;
    out.push({
      id: `with-${key.id}`,
      text: `${c.duty}: ${[...c.inputs.filter((i) => ids.includes(i.id)), key].map((i) => i.name).join(' + ')}`,
      cost: 'one key more to hold',
      changes: [
        {
          do: 'duty',
          duty: c.duty,
          owner: {
            by: 'keys',
            inputs: [...ids, key.id],
            ...(c.holdMs ? { holdMs: c.holdMs } : {}),
          },
        },
      ],
      effort: 1,
    });
  }
  if (ids.length && c.holdMs < MEANT_MS) {
    out.push({
      id: 'hold',
      text: `${c.duty}: hold it for ${MEANT_MS / 1000} s`,
      cost: 'slower, and never by mistake',
      changes: [{ do: 'duty', duty: c.duty, owner: { by: 'keys', inputs: ids, holdMs: MEANT_MS } }],
      effort: 1.5,
    });
  }
  return [...out, toMenu];
}
