/** How each goal is judged. Every judge says nothing when the goal is not set. */
import {
  piecesOf,
  bodyFor,
  isOpen,
  type Brief,
  formatMm,
  type GoalKey,
  type Project,
  type Tool,
} from '../model';
import { SHOWN } from '../catalogue';
import { wished } from '../games';
import { chains, kitOf } from '../chains';
import { picturePlan } from '../display';
import { billOf, partOf } from '../kit';
import { END_SHARE, networkOf } from '../power';
import { solved } from '../network';
import { SHELL_MASS_SHARE, shellsMass, shutSize } from '../shell';
import type { Check } from '../verdict';
import { GOAL_NAMES, type Score, type Standing, STANDING_RANK } from './score';

type Judged = Omit<Score, 'goal' | 'name' | 'weight'> | undefined;
/** Where the charge stands when a game is played on the plug. */
const PLAYED_CHARGE = 0.7;

interface Facts {
  p: Project;
  c: Check;
  b: Brief;
}
const judged = (
  target: string,
  standing: Standing,
  figure: string,
  decides: string,
  why: string[] = [],
): Judged => ({ target, standing, figure, decides, why });

/** 0 met, 1 at risk, 2 missed. */
function rankOf(runs: 'well' | 'mostly' | 'not', lacks: boolean): number {
  if (runs === 'not') return 2;
  return runs === 'mostly' || lacks ? 1 : 0;
}

const JUDGES: Readonly<Record<GoalKey, (f: Facts) => Judged>> = {
  families({ p, b }) {
    if (!b.families.length) return undefined;
    const target = b.families.join(', ');
    const k = kitOf(p);
    const computer = k.computer;
    if (!computer) return judged(target, 'open', 'no computer yet', 'the computer');
    const speed = computer.part.computer?.speed ?? 0;
    if (computer.part.host && !computer.part.computer) {
      return judged(target, 'missed', 'its own games only', computer.item.name, [
        `${computer.item.name} runs what was made for its own chips; other families want a computer.`,
      ]);
    }
    const lines = wished(p).map(({ family, runs = 'not', missing, axesShort }) => ({
      rank: rankOf(runs, missing.length > 0 || axesShort > 0),
      text: [
        `${family}: runs ${runs}`,
        ...(missing.length ? [`no ${missing.join(', ')}`] : []),
        ...(axesShort ? [`${axesShort} analog ${axesShort === 1 ? 'axis' : 'axes'} short`] : []),
      ].join('; '),
    }));
    const worst = Math.max(0, ...lines.map((l) => l.rank));
    const why = lines.map((l) => l.text);
    const have = new Set(p.controls.inputs.filter((i) => i.routed).map((i) => i.functions[0]));
    const good = lines.filter((l) => l.rank === 0).length;
    let says: string;
    if (worst === 2) says = `${computer.item.name}: class ${speed} of 5`;
    else if (worst) says = 'missing inputs or a computer that only mostly runs them';
    else says = `${computer.item.name} and ${have.size} inputs`;
    return judged(
      target,
      (['met', 'at risk', 'missed'] as const)[worst]!,
      `${good} of ${b.families.length} in full`,
      says,
      [...why, 'Class of a computer against a family is typical; try your own games.'],
    );
  },
  hours({ c, b }) {
    if (b.hours === undefined) return undefined;
    const run = c.power.run?.value;
    const target = `${b.hours} h`;
    const band = c.power.band?.hours ?? 0;
    if (!run) return judged(target, 'open', 'not known yet', 'cell, converter and loads');
    let s: Standing;
    if (run.hours >= b.hours) s = 'met';
    else if (run.hours + band >= b.hours) s = 'at risk';
    else s = 'missed';
    return judged(
      target,
      s,
      `${run.hours.toFixed(1)} h ± ${band.toFixed(1)}`,
      c.power.energy.cells[0]
        ? `${c.power.energy.cells[0].item.name} against ${c.power.watts.game.toFixed(1)} W in a game`
        : 'the bank',
      c.power.run!.working,
    );
  },
  cost({ p, b }) {
    if (b.costCeiling === undefined) return undefined;
    const bill = billOf(p);
    if (!p.kit.items.length) {
      return judged(`${b.costCeiling} at most`, 'open', 'nothing chosen', 'the kit');
    }
    const dearest = [...bill.rows].sort((x, y) => y.sum - x.sum)[0]!;
    let standing: 'met' | 'at risk' | 'missed';
    if (bill.total > b.costCeiling) standing = 'missed';
    else if (bill.noPrice) standing = 'at risk';
    else standing = 'met';
    return judged(
      `${b.costCeiling} at most`,
      standing,
      `${bill.total.toFixed(2)}${bill.noPrice ? ` and ${bill.noPrice} without a price` : ''}`,
      `${dearest.name}, ${dearest.sum.toFixed(2)}`,
      bill.working,
    );
  },
  screen({ p, b }) {
    if (!b.screenIn) return undefined;
    const target = `${b.screenIn.least} to ${b.screenIn.most} in`;
    const s = kitOf(p).all.find((x) => x.part.screen);
    if (!s) return judged(target, 'open', 'no screen yet', 'the screen');
    const d = s.part.screen!.diagonalIn;
    return judged(
      target,
      d >= b.screenIn.least - 1e-9 && d <= b.screenIn.most + 1e-9 ? 'met' : 'missed',
      `${d} in`,
      s.item.name,
    );
  },
  picture({ p, b }) {
    if (!b.picture) return undefined;
    const s = kitOf(p).all.find((x) => x.part.screen);
    if (!s) return judged(b.picture, 'open', 'no screen yet', 'the screen');
    const rows = b.families.map((name) => ({
      name,
      plan: picturePlan(SHOWN[name], s.part.screen!),
    }));
    const shares = rows.map(({ plan }) => {
      if (b.picture === 'whole pixels') {
        if (plan.whole) return 1 - plan.whole.bars;
        return 0;
      }
      return 1 - plan.fill.bars;
    });
    const least = Math.min(1, ...shares);
    const worst = rows[shares.indexOf(least)];
    let standing: Standing;
    if (least >= 0.5) standing = 'met';
    else if (least > 0.25) standing = 'at risk';
    else standing = 'missed';
    return judged(
      b.picture,
      standing,
      worst ? `${worst.name} on ${Math.round(least * 100)} % of the screen` : 'no family named',
      s.item.name,
      rows.map(({ name, plan }, i) => {
        let scale: string;
        if (b.picture === 'whole pixels') {
          if (plan.whole) scale = `× ${plan.whole.scale}`;
          else scale = 'no whole scale';
        } else scale = `× ${plan.fill.scale.toFixed(2)}`;
        return `${name}: ${scale}, ${Math.round(100 * shares[i]!)} % of the screen`;
      }),
    );
  },
  pocket({ p, b }) {
    if (!b.pocket) return undefined;
    const target = `${[...b.pocket]
      .sort((x, y) => y - x)
      .map((v) => formatMm(v, 0))
      .join(' × ')} mm`;
    const body = bodyFor(p);
    if (!body) return judged(target, 'open', 'shell not measured', 'the shell');
    const { w, h, t } = shutSize(p.shell.bodies);
    const [mine, want] = [[w, h, t], [...b.pocket]].map((l) => l.sort((x, y) => y - x)) as [
      number[],
      number[],
    ];
    const over = mine.map((v, i) => v - want[i]!);
    const most = Math.max(...over);
    let standing: 'met' | 'at risk' | 'missed';
    if (most <= 0) standing = 'met';
    else if (most <= 1) standing = 'at risk';
    else standing = 'missed';
    return judged(
      target,
      standing,
      mine.map((v) => formatMm(v, 0)).join(' × ') + ' mm',
      most <= 0
        ? body.name
        : `${formatMm(most, 1)} mm too ${['long', 'wide', 'thick'][over.indexOf(most)]}`,
    );
  },
  mass({ p, b }) {
    if (b.massG === undefined) return undefined;
    const bill = billOf(p);
    const shell = shellsMass(p.shell.bodies);
    if (!p.kit.items.length) {
      return judged(`${b.massG} g at most`, 'open', 'nothing chosen', 'the kit');
    }
    const total = bill.massG + (shell?.value ?? 0);
    const off = (shell?.value ?? 0) * SHELL_MASS_SHARE + total * 0.05;
    const heaviest = [...bill.rows].sort(
      (x, y) => (y.massG ?? 0) * y.count - (x.massG ?? 0) * x.count,
    )[0]!;
    let standing: 'met' | 'at risk' | 'missed';
    if (total - off > b.massG) standing = 'missed';
    else if (total + off > b.massG) standing = 'at risk';
    else standing = 'met';
    return judged(
      `${b.massG} g at most`,
      standing,
      `${total.toFixed(0)} g ± ${off.toFixed(0)}${shell ? '' : ' without a shell'}`,
      `${heaviest.name}, ${(heaviest.massG ?? 0) * heaviest.count} g`,
      [
        `${bill.massG} g of parts${shell ? ` + ${shell.value.toFixed(0)} g of shell` : ''}; wires and solder within the ±`,
        ...(shell?.working ?? []),
      ],
    );
  },
  wireless({ p, b }) {
    if (!b.wireless) return undefined;
    const k = kitOf(p);
    const radio = k.ends('radio', 'gives')[0];
    if (!k.computer) {
      return judged('a pad without a wire', 'open', 'no computer yet', 'the computer');
    }
    return judged(
      'a pad without a wire',
      radio ? 'met' : 'missed',
      radio ? 'it has a radio' : 'no radio',
      radio?.of.item.name ?? k.computer.item.name,
    );
  },
  tv({ p, b }) {
    if (!b.tv) return undefined;
    const k = kitOf(p);
    const out = k.computer?.part.connectors.find(
      (c) =>
        (c.type === 'hdmi' || c.type === 'mini-hdmi') &&
        !k.computer!.item.struck.includes(c.block ?? ''),
    );
    const open = out && (k.computer!.item.reach?.[out.id] ?? out.outside);
    if (!k.computer) return judged('a television', 'open', 'no computer yet', 'the computer');
    let standing: 'met' | 'at risk' | 'missed';
    if (open) standing = 'met';
    else if (out) standing = 'at risk';
    else standing = 'missed';
    let says: string;
    if (open) says = `${out.name} in a wall`;
    else if (out) says = `${out.name} is inside`;
    else says = 'no picture socket left';
    return judged(
      'a television',
      standing,
      says,
      k.computer.item.name,
      out && !open ? ['Say in Kit that it must be reached, and Cut gets its opening.'] : [],
    );
  },
  players({ p, b }) {
    if (b.players === undefined || b.players < 2) return undefined;
    const k = kitOf(p);
    const radio = k.ends('radio', 'gives').length > 0;
    const ports = k.all.flatMap((x) =>
      x.part.connectors.filter(
        (c) =>
          c.type === 'usb-a' &&
          (x.item.reach?.[c.id] ?? c.outside) &&
          !x.item.struck.includes(c.block ?? ''),
      ),
    ).length;
    const most = radio ? 4 : 1 + ports;
    let standing: 'open' | 'met' | 'missed';
    if (!k.computer) standing = 'open';
    else if (most >= b.players) standing = 'met';
    else standing = 'missed';
    return judged(
      `${b.players} players`,
      standing,
      `${radio ? 'pads by radio' : `${ports} USB ${ports === 1 ? 'socket' : 'sockets'} in a wall`}`,
      radio ? 'the radio' : 'sockets for more pads',
    );
  },
  headphones({ p, b }) {
    if (!b.headphones) return undefined;
    const k = kitOf(p);
    const jack = k.all.find((x) =>
      x.part.connectors.some(
        (c) =>
          c.type === 'jack-3.5' &&
          !x.item.struck.includes(c.block ?? '') &&
          (x.item.reach?.[c.id] ?? c.outside),
      ),
    );
    const broken = chains(p)
      .find((c) => c.kind === 'sound')
      ?.breaks.some((q) => q.id === 'sound:headphones' || q.id === 'sound:jack');
    let standing: 'open' | 'met' | 'at risk' | 'missed';
    if (!p.kit.items.length) standing = 'open';
    else if (!jack) standing = 'missed';
    else if (broken) standing = 'at risk';
    else standing = 'met';
    return judged(
      'a jack that mutes the speaker',
      standing,
      jack ? jack.item.name : 'no jack in a wall',
      broken ? 'no line level, or no switch contacts' : 'the jack',
    );
  },
  playCharging({ c, b }) {
    if (!b.playCharging) return undefined;
    const e = c.power.energy;
    const charge = c.power.charge?.value;
    const { supply } = c.power;
    if (!e.pack || !supply || !charge) {
      return judged(
        'ends charging while in use',
        'open',
        'no charger, cell or converter yet',
        'the charger',
      );
    }
    // The load hangs beside the cell: the charger cannot tell its current from charge.
    const state = solved(networkOf(supply, 'game', PLAYED_CHARGE));
    const play = state.stands ? state.sources[0]! : Infinity;
    const rest = charge.amps - play;
    const ends = END_SHARE * charge.amps;
    let s: Standing;
    if (rest <= 0) s = 'missed';
    else if (play > ends && !e.charger!.part.charger.powerPath) s = 'at risk';
    else s = 'met';
    let says: string;
    if (rest <= 0) says = `${(-rest).toFixed(2)} A short: the cell empties all the same`;
    else if (s === 'at risk') {
      says = `${rest.toFixed(2)} A left for the cell; it fills, and the charger never ends`;
    } else says = `${rest.toFixed(2)} A left for the cell`;
    return judged(
      'ends charging while in use',
      s,
      says,
      s === 'met'
        ? e.charger!.item.name
        : `${charge.amps.toFixed(2)} A in, ${play.toFixed(2)} A out in a game`,
      [
        `charge ${charge.amps.toFixed(2)} A − ${play.toFixed(2)} A that a game takes from the cell at ${Math.round(100 * PLAYED_CHARGE)} % = ${rest.toFixed(2)} A; the charger ends below about ${ends.toFixed(2)} A (a tenth of what it is set to)`,
      ],
    );
  },
  card({ p, b }) {
    if (!b.card) return undefined;
    const k = kitOf(p);
    const chain = chains(p).find((c) => c.kind === 'storage');
    if (!k.computer || !chain) return judged(b.card, 'open', 'no computer yet', 'the computer');
    const how = chain.links[0]?.note ?? '';
    const broken = chain.breaks.length > 0;
    const body = bodyFor(p, k.computer.item.id);
    const isInOpen = body !== undefined && isOpen(body);
    const outside =
      isInOpen ||
      k.all.some((x) =>
        x.part.connectors.some((c) => c.type === 'card' && (x.item.reach?.[c.id] ?? c.outside)),
      );
    const under = p.donor?.kept.some((q) => q.kind === 'door') ?? false;
    const extender = k.all.some(
      (x) => x.part.family === 'storage' && x.part.connectors.some((c) => c.type === 'card'),
    );
    const met =
      b.card === 'open the case' || (b.card === 'from outside' ? outside : under || outside);
    let standing: 'met' | 'at risk' | 'missed';
    if (broken) standing = 'missed';
    else if (met) standing = 'met';
    else if (extender) standing = 'at risk';
    else standing = 'missed';
    return judged(
      b.card,
      standing,
      broken ? chain.breaks[0]!.title : how,
      chain.links[0]?.name ?? k.computer.item.name,
    );
  },
  original({ c, b, p }) {
    if (!b.original) return undefined;
    if (!p.shell.bodies.length) {
      return judged('no new hole in the face', 'open', 'shell not measured', 'the shell');
    }
    const fronts = new Set(
      piecesOf(p)
        .filter((q) => q.role === 'front')
        .map((q) => q.id),
    );
    const face = c.cuts.openings.filter((o) => o.face.kind === 'face' && fronts.has(o.face.piece));
    const walls = c.cuts.openings.filter((o) => o.face.kind === 'wall');
    let standing: 'met' | 'at risk' | 'missed';
    if (face.length) standing = 'missed';
    else if (walls.length > 2) standing = 'at risk';
    else standing = 'met';
    return judged(
      'no new hole in the face',
      standing,
      `${face.length} in the face, ${walls.length} in the walls`,
      face[0]?.name ?? walls[0]?.name ?? 'nothing is cut',
      face.map((o) => o.name),
    );
  },
  uncut({ c, b, p }) {
    if (!b.uncut?.length) return undefined;
    if (!p.shell.bodies.length) {
      return judged(b.uncut.join(', '), 'open', 'shell not measured', 'the shell');
    }
    const bad = [
      ...c.cuts.openings.filter(
        (o) =>
          (o.face.kind === 'wall' ? b.uncut!.includes('walls') : b.uncut!.includes(o.face.role)) ||
          (o.face.kind === 'face' && b.uncut!.includes(o.face.piece)),
      ),
      ...c.cuts.trims.filter((t) => b.uncut!.includes(t.piece)),
    ];
    return judged(
      b.uncut.join(', '),
      bad.length ? 'missed' : 'met',
      bad.length
        ? `${bad.length} ${bad.length === 1 ? 'cut' : 'cuts'} there`
        : 'nothing is cut there',
      bad[0]?.name ?? 'the layout',
      bad.map((x) => x.name),
    );
  },
  rebuildable({ p, b }) {
    if (!b.rebuildable) return undefined;
    if (!p.kit.items.length) {
      return judged('nothing one of a kind', 'open', 'nothing chosen', 'the kit');
    }
    const odd = p.kit.items.filter((i) => i.stock === 'salvaged').map((i) => i.name);
    const kept = p.donor?.kept.map((k) => k.name) ?? [];
    const all = [...odd, ...kept];
    let standing: 'met' | 'at risk' | 'missed';
    if (odd.length) standing = 'missed';
    else if (kept.length) standing = 'at risk';
    else standing = 'met';
    return judged(
      'nothing one of a kind',
      standing,
      all.length ? `${all.length} from the donor or salvaged` : 'all can be bought or printed',
      all[0] ?? 'the kit',
      all,
    );
  },
  tools({ p, b }) {
    if (!b.tools && !b.skill) return undefined;
    const own = new Set<string>([
      ...(b.tools ?? []),
      'fingers',
      'knife',
      'cutters',
      ...(b.tools?.includes('iron') ? ['wick'] : []),
    ]);
    let most: 5 | 4 | 3;
    if (b.skill === 'many built') most = 5;
    else if (b.skill === 'first build') most = 3;
    else most = 4;
    const work = p.kit.items.flatMap((i) =>
      partOf(p, i)
        .blocks.filter((q) => i.struck.includes(q.id) && q.removable)
        .map((q) => ({ i, r: q.removable!, q })),
    );
    const lacking = b.tools ? work.filter((x) => !own.has(x.r.tool)) : [];
    const hard = work.filter((x) => x.r.difficulty > most);
    const solder = b.tools && !b.tools.includes('iron' satisfies Tool) && p.kit.items.length > 0;
    let standing: 'met' | 'at risk' | 'missed';
    if (lacking.length || solder) standing = 'missed';
    else if (hard.length) standing = 'at risk';
    else standing = 'met';
    let says: string;
    if (solder) says = 'no iron: nothing can be wired';
    else if (lacking.length) says = `no ${[...new Set(lacking.map((x) => x.r.tool))].join(', ')}`;
    else if (hard.length) says = `${hard[0]!.r.difficulty}/5, you do ${most}/5`;
    else {
      says = `${work.length} ${work.length === 1 ? 'thing comes' : 'things come'} off, all within reach`;
    }
    return judged(
      [b.skill, ...(b.tools ?? [])].filter(Boolean).join(', '),
      standing,
      says,
      (lacking[0] ?? hard[0])
        ? `${(lacking[0] ?? hard[0])!.q.name} of ${(lacking[0] ?? hard[0])!.i.name}`
        : 'the kit',
      [...lacking, ...hard].map(
        (x) => `${x.q.name} of ${x.i.name}: ${x.r.tool}, ${x.r.difficulty}/5`,
      ),
    );
  },
};

/** Every goal that was set, judged; missed ones of most weight first. */
export function scorecard(p: Project, c: Check): Score[] {
  const out: Score[] = [];
  for (const goal of Object.keys(JUDGES) as GoalKey[]) {
    const s = JUDGES[goal]({ p, c, b: p.brief });
    if (s) out.push({ ...s, goal, name: GOAL_NAMES[goal], weight: p.brief.weights?.[goal] ?? 2 });
  }
  return out.sort(
    (a, b) => STANDING_RANK[a.standing] - STANDING_RANK[b.standing] || b.weight - a.weight,
  );
}
