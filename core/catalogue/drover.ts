/**
 * Drover: a music-stand plate with a screen on its face and all the rest behind it, played with pads
 * that clamp to its sides. Nothing shuts it in; wires go through a slot.
 */
import { emptyProject, length, type Part, type Placement, type Project } from '../model';
import { at, item } from './laid';
import { centred, faceHole, rect } from './shells';

type Pick = (id: string) => Part;

const behind = (id: string, x: number, y: number, more: Partial<Placement> = {}): Placement =>
  at(id, 'plate', x, y, { fixed: 'bracket', ...more });

/** @param pick  a part of the starter library as its builder measured it */
export function drover(pick: Pick): Project {
  return {
    ...emptyProject('drover', 'Drover, a music stand'),
    way: 'open plate',
    note: 'The plate of a music stand, to be read and played from an armchair.',
    brief: {
      families: ['8-bit home', '16-bit home'],
      hours: 3,
      costCeiling: 160,
      card: 'from outside',
      tools: ['iron', 'drill press'],
      skill: 'first build',
    },
    shell: {
      bodies: [
        {
          id: 'stand',
          name: 'Music stand',
          spine: 'bottom',
          outline: {
            kind: 'rect',
            w: length(220, 'calliper'),
            h: length(140, 'calliper'),
            r: length(6, 'calliper'),
          },
          wall: length(3, 'calliper'),
          pieces: [
            {
              id: 'plate',
              role: 'plate',
              material: 'wood',
              depth: length(3, 'calliper'),
              zones: [],
              features: [],
              openings: [
                faceHole('pass', 'slot for the wires', 'slot', centred(110, 22), rect(30, 14)),
              ],
            },
          ],
        },
      ],
    },
    kit: {
      parts: [
        'teasel',
        'pane-5-hdmi',
        'bank-10000',
        'lead-hdmi',
        'lead-supply-c-150',
        'receiver',
        'chirp-i2s',
        'speaker-28',
      ].map(pick),
      items: [
        item('teasel', 'teasel', 'Teasel'),
        item('screen', 'pane-5-hdmi', 'Pane 5 HDMI'),
        item('bank', 'bank-10000', 'Bank 10000'),
        item('lead', 'lead-hdmi', 'HDMI lead'),
        item('supply', 'lead-supply-c-150', 'Supply lead'),
        item('pads', 'receiver', 'Pad receiver', { where: 'outside' }),
        item('amp', 'chirp-i2s', 'Chirp I2S', { struck: ['terminal'] }),
        item('speaker', 'speaker-28', 'Speaker 28'),
      ],
    },
    layout: {
      placements: [
        behind('teasel', 70, 50, { fixed: 'screws' }),
        behind('screen', 45, 35, { on: { piece: 'plate', side: 'outside' }, up: 'out' }),
        behind('bank', 216, 66, { fixed: 'tape' }),
        behind('amp', 150, 20),
        behind('speaker', 190, 115, { on: { piece: 'plate', side: 'outside' }, up: 'out' }),
      ],
    },
    controls: { route: 'wireless', inputs: [] },
    power: {
      gameShare: 0.8,
      wireAwg: 24,
      wireMm: 150,
      plugs: 1,
      switchOhm: 0.05,
      health: 1,
      off: 'menu',
    },
    sound: { volume: 'menu' },
  };
}
