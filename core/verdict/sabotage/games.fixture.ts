/** How chords spoil an evening: games left in mid-jump, a moment lost by one slip. */
import { applied, type Duties, type InputRole, type Project } from '../../model';
import type { Case, Kind } from './kind.fixture';

const idOf = (p: Project, role: InputRole): string | undefined =>
  p.controls.inputs.find((i) => i.routed && i.functions[0] === role)?.id;

/** Duties done by keys of these roles, where the build has them all. */
const byKeys =
  (duties: Partial<Record<keyof Duties, readonly InputRole[]>>) =>
  (p: Project): Case[] => {
    if (p.controls.route === 'wireless' || !p.brief.families.length) return [];
    const stated: Duties = {};
    for (const [duty, roles] of Object.entries(duties)) {
      const inputs = roles.map((r) => idOf(p, r));
      if (inputs.includes(undefined)) return [];
      stated[duty as keyof Duties] = { by: 'keys', inputs: inputs as string[] };
    }
    const about = Object.values(stated).flatMap((o) => (o.by === 'keys' ? o.inputs : []));
    return [
      {
        where: Object.keys(duties).join(', '),
        spoilt: { ...p, controls: { ...p.controls, duties: stated } },
        ids: about,
      },
    ];
  };

export const calmChords = (p: Project): Project =>
  byKeys({ exit: ['select', 'start'] })(p)[0]?.spoilt ?? p;

export const GAME_KINDS: readonly Kind[] = [
  { name: 'a game is left by its own jump key', makes: 'hit', cases: byKeys({ exit: ['south'] }) },
  {
    name: 'two keys that play presses together leave a game',
    makes: 'hit',
    cases: byKeys({ exit: ['right', 'south'] }),
  },
  {
    name: 'a chord of up and down',
    makes: 'hit',
    cases: byKeys({ mute: ['up', 'down', 'start'] }),
  },
  {
    name: 'one chord for saving and for silence',
    makes: 'hit',
    cases: byKeys({ save: ['select', 'start'], mute: ['start', 'select'] }),
  },
  {
    name: 'a moment lost by one slip',
    makes: 'tight',
    cases: byKeys({ load: ['start', 'select'] }),
  },
  {
    name: 'a wait longer than a quick press',
    makes: 'tight',
    cases: (p) =>
      p.controls.route === 'wireless'
        ? []
        : [
            {
              where: '45 ms',
              spoilt: { ...p, controls: { ...p.controls, debounceMs: 45 } },
              says: /waits 45 ms until it counts/,
            },
          ],
  },
  {
    name: 'a chord whose key lost its wire',
    makes: 'hit',
    cases: (p) =>
      byKeys({ exit: ['select', 'start'] })(p).map((c) => {
        const key = c.spoilt.controls.inputs.find((i) => i.id === c.ids![0])!;
        const spoilt = applied(c.spoilt, { do: 'input', input: { ...key, routed: false } });
        return { ...c, spoilt, says: /exit: .* has no switch and wire/ };
      }),
  },
];
