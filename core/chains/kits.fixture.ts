/** Kits that are complete by construction, and for each the single links that can be broken, with their names. */
import { STARTER_PARTS } from '../catalogue';
import {
  emptyProject,
  type InputRole,
  type Item,
  type Part,
  type Port,
  type Project,
  withAdded,
  without,
} from '../model';

export interface Made {
  p: Project;
  breakers: Array<{ id: string; broken: Project }>;
}
type Rng = () => number;

const part = (id: string) => STARTER_PARTS.find((q) => q.id === id)!;
const add = (p: Project, ...ids: string[]): Project =>
  ids.reduce((q, id) => withAdded(q, part(id)), p);
const item = (p: Project, id: string, change: Partial<Item>): Project => ({
  ...p,
  kit: { ...p.kit, items: p.kit.items.map((i) => (i.id === id ? { ...i, ...change } : i)) },
});
const swap = (p: Project, id: string, to: string): Project => {
  const q = add(p, to);
  return { ...q, kit: { ...q.kit, items: q.kit.items.filter((i) => i.id !== id) } };
};
/** A board like this one whose ribbon socket is made for another tail. */
const oddSocket = (p: Project, id: string, more: Partial<Port>): Project => {
  const like = part(id);
  const ports = like.ports!.map((x) => (x.carries === 'panel' ? { ...x, ...more } : x));
  const odd: Part = { ...like, id: 'odd-driver', ports };
  return {
    ...p,
    kit: {
      ...p.kit,
      parts: [...p.kit.parts, odd],
      items: p.kit.items.map((i) => (i.id === id ? { ...i, part: odd.id } : i)),
    },
  };
};
const reach = (p: Project, id: string, connector: string, outside: boolean): Project =>
  item(p, id, { reach: { ...p.kit.items.find((i) => i.id === id)!.reach, [connector]: outside } });
const ROLES: InputRole[] = [
  'up',
  'down',
  'left',
  'right',
  'south',
  'east',
  'west',
  'north',
  'select',
  'start',
  'l1',
  'r1',
  'l2',
  'r2',
  'menu',
];
const inputs = (p: Project, n: number): Project => ({
  ...p,
  controls: {
    ...p.controls,
    inputs: ROLES.slice(0, n).map((role, i) => ({
      id: `in-${i}`,
      name: role,
      functions: [role],
      at: { piece: 'front', x: 10 + i * 5, y: 10 },
      routed: true,
    })),
  },
});

export function completeKit(rng: Rng): Made {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(rng() * list.length)]!;
  const later: Array<(p: Project) => Made['breakers'][number]> = [];
  const breaks = (id: string, f: (p: Project) => Project) =>
    later.push((p) => ({ id, broken: f(p) }));
  const tv = rng() < 0.15;
  const picture = tv ? 'tv' : pick(['spi', 'spi', 'hdmi', 'composite', 'panel', 'parallel']);
  const route = tv ? 'wireless' : pick(['gpio', 'gpio', 'usb', 'expander', 'wireless'] as const);
  let computer: string;
  if (picture === 'panel' || picture === 'hdmi') computer = pick(['teasel', 'thimble', 'cinder']);
  else if (picture === 'composite') computer = pick(['thimble', 'teasel']);
  else if (tv) computer = pick(['thimble', 'teasel']);
  else computer = pick(['thimble', 'teasel', 'sliver', 'thimble']);
  let p: Project = {
    ...emptyProject('made', 'Made'),
    way: tv ? 'tv box' : 'gut and fit',
    controls: { route, inputs: [] },
  };
  p = add(p, computer);
  // Picture.
  const screen = {
    spi: 'pane-2-8-spi',
    hdmi: 'pane-5-hdmi',
    composite: 'pane-3-5-composite',
    parallel: 'pane-3-5-parallel',
    panel: pick(['pane-5-bare', 'pane-7-bare']),
    tv: '',
  }[picture]!;
  const socket = computer === 'teasel' ? 'hdmi' : 'mini-hdmi';
  const ribbon = socket === 'hdmi' ? 'lead-hdmi' : 'lead-mini-hdmi';
  if (tv) {
    p = reach(p, computer, 'hdmi', true);
    breaks('picture:tv', (q) => reach(q, computer, 'hdmi', false));
  } else {
    p = add(p, screen);
    breaks('picture:screen', (q) => without(q, screen));
    if (picture === 'hdmi') {
      p = add(p, ribbon);
      breaks('picture:lead', (q) => without(q, ribbon));
      breaks('picture:link', (q) => item(without(q, ribbon), computer, { struck: ['hdmi'] }));
    }
    if (picture === 'composite') {
      breaks('picture:link', (q) => ({
        ...q,
        kit: {
          ...q.kit,
          parts: q.kit.parts.map((x) =>
            x.id === computer
              ? { ...x, ports: x.ports!.filter((y) => y.carries !== 'composite') }
              : x,
          ),
        },
      }));
    }
    if (picture === 'panel') {
      const board = screen === 'pane-5-bare' ? 'drive-40' : 'drive-50';
      const other = board === 'drive-40' ? 'drive-50' : 'drive-40';
      p = add(p, board, ribbon);
      breaks('picture:driver', (q) => without(q, board));
      breaks('picture:ribbon', (q) => swap(q, board, other));
      breaks('picture:lead', (q) => without(q, ribbon));
      breaks('picture:ribbon-pitch', (q) => oddSocket(q, board, { pitchMm: 1 }));
      breaks('picture:ribbon-end', (q) => oddSocket(q, board, { endMm: 0.2 }));
    }
  }
  // Energy.
  const energy = tv
    ? pick(['wall', 'step'])
    : pick(['step', 'apart', 'round', 'series', 'bank', 'bay']);
  const enable = energy === 'step' || energy === 'apart' || energy === 'round';
  const power = (...ids: string[]) => {
    p = add(p, ...ids);
  };
  if (energy === 'step') {
    power('slab-3000', 'step-5-3');
    breaks('energy:source', (q) => ({
      ...without(q, 'slab-3000'),
      power: { ...q.power, source: 'cell' },
    }));
  }
  if (energy === 'apart') {
    power('slab-2500', 'trickle-1', 'lift-5-2');
    breaks('energy:charger', (q) => without(q, 'trickle-1'));
    breaks('energy:converter', (q) => without(q, 'lift-5-2'));
  }
  if (energy === 'round') {
    power('round-18650', 'guard-1s', 'trickle-1', 'lift-5-2');
    breaks('energy:protection', (q) => without(q, 'guard-1s'));
  }
  if (energy === 'series') {
    power('pack-2s-2000', 'guard-2s', 'balance-2s', 'buck-2s');
    breaks('energy:series', (q) => swap(q, 'balance-2s', 'trickle-1'));
    breaks('energy:window', (q) => swap(q, 'buck-2s', 'lift-5-2'));
    breaks('energy:protection', (q) => without(q, 'guard-2s'));
    breaks('energy:charger', (q) => without(q, 'balance-2s'));
  }
  if (energy === 'bank') {
    const supply = computer === 'thimble' ? 'lead-supply-micro-100' : 'lead-supply-c-100';
    power('bank-4000', supply);
    breaks('energy:lead', (q) => without(q, supply));
    breaks('energy:source', (q) => without(q, 'bank-4000'));
  }
  if (energy === 'bay') {
    power('bay-6', 'buck-2s');
    breaks('energy:converter', (q) => without(q, 'buck-2s'));
  }
  if (energy === 'wall') {
    p = reach({ ...p, power: { ...p.power, source: 'wall' } }, computer, 'power', true);
    breaks('ports:charge', (q) => reach(q, computer, 'power', false));
  }
  const charger = {
    step: 'step-5-3',
    apart: 'trickle-1',
    round: 'trickle-1',
    series: 'balance-2s',
  }[energy as 'step'];
  if (charger && rng() < 0.5) {
    p = add(p, 'panel-usb-c');
    breaks('ports:pulldowns', (q) => swap(q, 'panel-usb-c', 'panel-usb-c-bare'));
    breaks('ports:barrel', (q) => swap(q, 'panel-usb-c', 'panel-barrel'));
  } else if (charger) breaks('ports:charge', (q) => item(q, charger, { struck: ['usb'] }));
  // Sound.
  const sound = tv ? 'tv' : pick(['i2s', 'usb', 'pwm', 'none']);
  if (sound === 'none') p = { ...p, sound: { none: true } };
  const volume = sound === 'tv' || sound === 'none' ? undefined : pick(['pot-wheel', 'menu']);
  if (volume === 'menu') p = { ...p, sound: { volume: 'menu' } };
  else if (volume) p = add(p, volume);
  if (volume) {
    breaks('sound:volume', (q) => (volume === 'menu' ? { ...q, sound: {} } : without(q, volume)));
  }
  if (sound === 'i2s') {
    p = add(p, 'chirp-i2s', 'speaker-28');
    breaks('sound:amp', (q) => without(q, 'chirp-i2s'));
    breaks('sound:speaker', (q) => without(q, 'speaker-28'));
    breaks('sound:headphones', (q) => add(q, 'jack-switching'));
  }
  if (sound === 'usb' || sound === 'pwm') {
    const card = sound === 'usb' ? 'chirp-usb' : 'filter-pwm';
    p = add(p, card, 'chirp-analog-mono', 'speaker-28');
    breaks('sound:conversion', (q) => without(q, card));
    breaks('sound:ohm', (q) => swap(q, 'speaker-28', 'speaker-32-4'));
    if (rng() < 0.5) {
      p = add(p, 'jack-switching');
      later.pop();
      later.pop();
      breaks('sound:jack', (q) => swap(q, 'jack-switching', 'jack-plain'));
      breaks('sound:ohm', (q) => swap(q, 'speaker-28', 'speaker-32-4'));
    }
  }
  // Inputs.
  const n = 6 + Math.floor(rng() * 7);
  if (route === 'wireless') {
    breaks('inputs:radio', (q) => ({
      ...q,
      kit: {
        ...q.kit,
        parts: q.kit.parts.map((x) =>
          x.id === computer
            ? {
                ...x,
                computer: { ...x.computer!, radio: false },
                ...(x.ports ? { ports: x.ports.filter((y) => y.carries !== 'radio') } : {}),
              }
            : x,
        ),
      },
    }));
  } else {
    p = inputs(p, n);
    breaks('inputs:none', (q) => inputs(q, 0));
    if (route === 'usb') {
      p = add(p, 'knit');
      breaks('inputs:board', (q) => without(q, 'knit'));
    }
    if (route === 'expander') {
      p = add(p, 'weave');
      breaks('inputs:board', (q) => without(q, 'weave'));
      if (n > 8) breaks('inputs:count', (q) => swap(q, 'weave', 'weave-8'));
    }
    if (rng() < 0.3) {
      p = add(p, 'stick-flat', 'weave-adc');
      breaks('inputs:analog', (q) => without(q, 'weave-adc'));
    }
  }
  // Data.
  const stick = rng() < 0.35;
  if (stick) p = add(p, 'usb-stick');
  const devices = p.kit.items.filter((i) =>
    ['chirp-usb', 'knit', 'usb-stick'].includes(i.part),
  ).length;
  const has = { teasel: 2, cinder: 4 }[computer as 'teasel'] ?? 1;
  if (devices > has) {
    p = add(p, 'hub-4');
    breaks('ports:data', (q) => without(q, 'hub-4'));
    if (stick && has === 1) breaks('ports:speed-usb-stick', (q) => swap(q, 'hub-4', 'hub-old'));
  }
  // Storage.
  const storage = pick(['wall', 'extender', 'open']);
  if (storage === 'wall') {
    p = reach(p, computer, 'card', true);
    breaks('storage:access', (q) => reach(q, computer, 'card', false));
  }
  if (storage === 'extender') {
    p = add(p, 'card-extender');
    breaks('storage:access', (q) => without(q, 'card-extender'));
  }
  if (storage === 'open') {
    p = { ...p, brief: { ...p.brief, card: 'open the case' } };
    breaks('storage:access', (q) => ({ ...q, brief: { ...q.brief, card: 'from outside' } }));
  }
  // Shutdown.
  const off = pick(['latch', 'slide-heavy', 'menu']);
  if (off === 'menu') {
    p = { ...p, power: { ...p.power, off: 'menu' } };
    breaks('shutdown:way', (q) => {
      const rest = { ...q.power };
      delete rest.off;
      return { ...q, power: rest };
    });
  } else {
    p = add(p, off);
    breaks('shutdown:way', (q) => without(q, off));
    if (
      off === 'slide-heavy' &&
      !enable &&
      p.kit.items.reduce((sum, i) => sum + (part(i.part).draws?.peak ?? 0), 0) > 3.5
    ) {
      breaks('shutdown:amps', (q) => swap(q, 'slide-heavy', 'slide-switch'));
    }
  }
  return { p, breakers: later.map((f) => f(p)) };
}
