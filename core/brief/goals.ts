/** How each goal is judged. Every judge says nothing when the goal is not set. */
import { type Brief, formatMm, type GoalKey, outlineSpan, type Project, type Tool } from '../model';
import { COVERAGE, SHOWN } from '../catalogue';
import { chains, kitOf } from '../chains';
import { picturePlan } from '../display';
import { billOf, partOf } from '../kit';
import { HOURS_SHARE } from '../power';
import { shellMass, SHELL_MASS_SHARE } from '../shell';
import type { Check } from '../verdict';
import { GOAL_NAMES, type Score, type Standing, STANDING_RANK } from './score';

type Judged = Omit<Score, 'goal' | 'name' | 'weight'> | undefined;
export interface Facts {
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

const JUDGES: Readonly<Record<GoalKey, (f: Facts) => Judged>> = {
  families({ p, b }) {
    if (!b.families.length) return undefined;
    const target = b.families.join(', '),
      k = kitOf(p),
      computer = k.computer;
    if (!computer) return judged(target, 'open', 'no computer yet', 'the computer');
    const speed = computer.part.computer?.speed ?? 0,
      axes = k.ends('analog', 'takes').reduce((s, e) => s + (e.port.count ?? 1), 0);
    const have = new Set(p.controls.inputs.filter((i) => i.routed).map((i) => i.role)),
      pad = p.controls.route === 'wireless';
    let worst = 0;
    const why: string[] = [];
    for (const name of b.families) {
      const f = COVERAGE[name],
        missing = pad ? [] : f.needs.filter((r) => !have.has(r)),
        short = pad ? 0 : Math.max(0, (f.axes ?? 0) - axes);
      const runs = speed >= f.well ? 'well' : speed >= f.mostly ? 'mostly' : 'not';
      const rank = runs === 'not' ? 2 : runs === 'mostly' || missing.length || short ? 1 : 0;
      worst = Math.max(worst, rank);
      why.push(
        `${name}: runs ${runs}${missing.length ? `; no ${missing.join(', ')}` : ''}${short ? `; ${short} analog ${short === 1 ? 'axis' : 'axes'} short` : ''}`,
      );
    }
    const good = why.filter((w) => w.endsWith('runs well')).length;
    return judged(
      target,
      (['met', 'at risk', 'missed'] as const)[worst]!,
      `${good} of ${b.families.length} in full`,
      worst === 2
        ? `${computer.item.name}: class ${speed} of 5`
        : worst
          ? 'missing inputs or a computer that only mostly runs them'
          : `${computer.item.name} and ${have.size} inputs`,
      [...why, 'Class of a computer against a family is typical; try your own games.'],
    );
  },
  hours({ c, b }) {
    if (b.hours === undefined) return undefined;
    const run = c.power.run?.value,
      target = `${b.hours} h`;
    if (!run) return judged(target, 'open', 'not known yet', 'cell, converter and loads');
    const s: Standing =
      run.hours >= b.hours
        ? 'met'
        : run.hours * (1 + HOURS_SHARE) >= b.hours
          ? 'at risk'
          : 'missed';
    return judged(
      target,
      s,
      `${run.hours.toFixed(1)} h ± ${(run.hours * HOURS_SHARE).toFixed(1)}`,
      c.power.energy.cells[0]
        ? `${c.power.energy.cells[0].item.name} against ${c.power.watts.game.toFixed(1)} W in a game`
        : 'the bank',
      c.power.run!.working,
    );
  },
  cost({ p, b }) {
    if (b.costCeiling === undefined) return undefined;
    const bill = billOf(p);
    if (!p.kit.items.length)
      return judged(`${b.costCeiling} at most`, 'open', 'nothing chosen', 'the kit');
    const dearest = [...bill.rows].sort((x, y) => y.sum - x.sum)[0]!;
    return judged(
      `${b.costCeiling} at most`,
      bill.total > b.costCeiling ? 'missed' : bill.noPrice ? 'at risk' : 'met',
      `${bill.total.toFixed(2)}${bill.noPrice ? ` and ${bill.noPrice} without a price` : ''}`,
      `${dearest.name}, ${dearest.sum.toFixed(2)}`,
      bill.working,
    );
  },
  screen({ p, b }) {
    if (!b.screenIn) return undefined;
    const target = `${b.screenIn.least} to ${b.screenIn.most} in`,
      s = kitOf(p).all.find((x) => x.part.screen);
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
    const shares = rows.map(({ plan }) =>
      b.picture === 'whole pixels' ? (plan.whole ? 1 - plan.whole.bars : 0) : 1 - plan.fill.bars,
    );
    const least = Math.min(1, ...shares),
      worst = rows[shares.indexOf(least)];
    const standing: Standing = least >= 0.5 ? 'met' : least > 0.25 ? 'at risk' : 'missed';
    return judged(
      b.picture,
      standing,
      worst ? `${worst.name} on ${Math.round(least * 100)} % of the screen` : 'no family named',
      s.item.name,
      rows.map(
        ({ name, plan }, i) =>
          `${name}: ${b.picture === 'whole pixels' ? (plan.whole ? `× ${plan.whole.scale}` : 'no whole scale') : `× ${plan.fill.scale.toFixed(2)}`}, ${Math.round(100 * shares[i]!)} % of the screen`,
      ),
    );
  },
  pocket({ p, b }) {
    if (!b.pocket) return undefined;
    const target = `${[...b.pocket]
        .sort((x, y) => y - x)
        .map((v) => formatMm(v, 0))
        .join(' × ')} mm`,
      body = p.shell.bodies[0];
    if (!body) return judged(target, 'open', 'shell not measured', 'the shell');
    const { w, h } = outlineSpan(body.outline),
      t = body.pieces.reduce((s, q) => s + q.depth.mm, 0);
    const [mine, want] = [[w, h, t], [...b.pocket]].map((l) => l.sort((x, y) => y - x)) as [
      number[],
      number[],
    ];
    const over = mine.map((v, i) => v - want[i]!),
      most = Math.max(...over);
    return judged(
      target,
      most <= 0 ? 'met' : most <= 1 ? 'at risk' : 'missed',
      mine.map((v) => formatMm(v, 0)).join(' × ') + ' mm',
      most <= 0
        ? body.name
        : `${formatMm(most, 1)} mm too ${['long', 'wide', 'thick'][over.indexOf(most)]}`,
    );
  },
  mass({ p, b }) {
    if (b.massG === undefined) return undefined;
    const bill = billOf(p),
      body = p.shell.bodies[0],
      shell = body ? shellMass(body) : undefined;
    if (!p.kit.items.length)
      return judged(`${b.massG} g at most`, 'open', 'nothing chosen', 'the kit');
    const total = bill.massG + (shell?.value ?? 0),
      off = (shell?.value ?? 0) * SHELL_MASS_SHARE + total * 0.05;
    const heaviest = [...bill.rows].sort(
      (x, y) => (y.massG ?? 0) * y.count - (x.massG ?? 0) * x.count,
    )[0]!;
    return judged(
      `${b.massG} g at most`,
      total - off > b.massG ? 'missed' : total + off > b.massG ? 'at risk' : 'met',
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
    const k = kitOf(p),
      radio = k.ends('radio', 'gives')[0];
    if (!k.computer)
      return judged('a pad without a wire', 'open', 'no computer yet', 'the computer');
    return judged(
      'a pad without a wire',
      radio ? 'met' : 'missed',
      radio ? 'it has a radio' : 'no radio',
      radio?.of.item.name ?? k.computer.item.name,
    );
  },
  tv({ p, b }) {
    if (!b.tv) return undefined;
    const k = kitOf(p),
      out = k.computer?.part.connectors.find(
        (c) =>
          (c.type === 'hdmi' || c.type === 'mini-hdmi') &&
          !k.computer!.item.struck.includes(c.block ?? ''),
      ),
      open = out && (k.computer!.item.reach?.[out.id] ?? out.outside);
    if (!k.computer) return judged('a television', 'open', 'no computer yet', 'the computer');
    return judged(
      'a television',
      open ? 'met' : out ? 'at risk' : 'missed',
      open ? `${out.name} in a wall` : out ? `${out.name} is inside` : 'no picture socket left',
      k.computer.item.name,
      out && !open ? ['Say in Kit that it must be reached, and Cut gets its opening.'] : [],
    );
  },
  players({ p, b }) {
    if (b.players === undefined || b.players < 2) return undefined;
    const k = kitOf(p),
      radio = k.ends('radio', 'gives').length > 0;
    const ports = k.all.flatMap((x) =>
      x.part.connectors.filter(
        (c) =>
          c.type === 'usb-a' &&
          (x.item.reach?.[c.id] ?? c.outside) &&
          !x.item.struck.includes(c.block ?? ''),
      ),
    ).length;
    const most = radio ? 4 : 1 + ports;
    return judged(
      `${b.players} players`,
      !k.computer ? 'open' : most >= b.players ? 'met' : 'missed',
      `${radio ? 'pads by radio' : `${ports} USB ${ports === 1 ? 'socket' : 'sockets'} in a wall`}`,
      radio ? 'the radio' : 'sockets for more pads',
    );
  },
  headphones({ p, b }) {
    if (!b.headphones) return undefined;
    const k = kitOf(p),
      jack = k.all.find((x) =>
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
    return judged(
      'a jack that mutes the speaker',
      !p.kit.items.length ? 'open' : !jack ? 'missed' : broken ? 'at risk' : 'met',
      jack ? jack.item.name : 'no jack in a wall',
      broken ? 'no line level, or no switch contacts' : 'the jack',
    );
  },
  playCharging({ c, p, b }) {
    if (!b.playCharging) return undefined;
    const e = c.power.energy,
      charge = c.power.charge?.value,
      conv = e.converter?.part.converter;
    if (!e.pack || !conv || !charge)
      return judged(
        'ends charging while in use',
        'open',
        'no charger, cell or converter yet',
        'the charger',
      );
    const play = c.power.watts.game / conv.efficiency / e.pack.ocv(0.7),
      rest = charge.amps - play,
      ends = e.pack.capacityAh / p.power.health / 10;
    const s: Standing = rest <= 0 ? 'missed' : rest < 2 * ends ? 'at risk' : 'met';
    return judged(
      'ends charging while in use',
      s,
      rest <= 0
        ? `${(-rest).toFixed(2)} A short: the cell empties all the same`
        : `${rest.toFixed(2)} A left for the cell`,
      s === 'met'
        ? e.charger!.item.name
        : `${charge.amps.toFixed(2)} A in, ${play.toFixed(2)} A out in a game`,
      [
        `charge ${charge.amps.toFixed(2)} A − game ${c.power.watts.game.toFixed(1)} W / ${conv.efficiency} / ${e.pack.ocv(0.7).toFixed(2)} V = ${rest.toFixed(2)} A; the charger ends below about ${ends.toFixed(2)} A (a tenth of the capacity)`,
      ],
    );
  },
  card({ p, b }) {
    if (!b.card) return undefined;
    const k = kitOf(p),
      chain = chains(p).find((c) => c.kind === 'storage');
    if (!k.computer || !chain) return judged(b.card, 'open', 'no computer yet', 'the computer');
    const how = chain.links[0]?.note ?? '',
      broken = chain.breaks.length > 0;
    const outside = k.all.some((x) =>
        x.part.connectors.some((c) => c.type === 'card' && (x.item.reach?.[c.id] ?? c.outside)),
      ),
      under = p.donor?.kept.some((q) => q.kind === 'door') ?? false,
      extender = k.all.some(
        (x) => x.part.family === 'storage' && x.part.connectors.some((c) => c.type === 'card'),
      );
    const met =
      b.card === 'open the case' || (b.card === 'from outside' ? outside : under || outside);
    return judged(
      b.card,
      broken ? 'missed' : met ? 'met' : extender ? 'at risk' : 'missed',
      broken ? chain.breaks[0]!.title : how,
      chain.links[0]?.name ?? k.computer.item.name,
    );
  },
  original({ c, b, p }) {
    if (!b.original) return undefined;
    if (!p.shell.bodies.length)
      return judged('no new hole in the face', 'open', 'shell not measured', 'the shell');
    const front = p.shell.bodies[0]!.pieces.find((q) => q.role === 'front')?.id;
    const face = c.cuts.openings.filter((o) => o.face.kind === 'face' && o.face.piece === front),
      walls = c.cuts.openings.filter((o) => o.face.kind === 'wall');
    return judged(
      'no new hole in the face',
      face.length ? 'missed' : walls.length > 2 ? 'at risk' : 'met',
      `${face.length} in the face, ${walls.length} in the walls`,
      face[0]?.name ?? walls[0]?.name ?? 'nothing is cut',
      face.map((o) => o.name),
    );
  },
  uncut({ c, b, p }) {
    if (!b.uncut?.length) return undefined;
    if (!p.shell.bodies.length)
      return judged(b.uncut.join(', '), 'open', 'shell not measured', 'the shell');
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
    if (!p.kit.items.length)
      return judged('nothing one of a kind', 'open', 'nothing chosen', 'the kit');
    const odd = p.kit.items.filter((i) => i.stock === 'salvaged').map((i) => i.name),
      kept = p.donor?.kept.map((k) => k.name) ?? [],
      all = [...odd, ...kept];
    return judged(
      'nothing one of a kind',
      odd.length ? 'missed' : kept.length ? 'at risk' : 'met',
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
      ]),
      most = b.skill === 'many built' ? 5 : b.skill === 'first build' ? 3 : 4;
    const work = p.kit.items.flatMap((i) =>
      partOf(p, i)
        .blocks.filter((q) => i.struck.includes(q.id) && q.removable)
        .map((q) => ({ i, r: q.removable!, q })),
    );
    const lacking = b.tools ? work.filter((x) => !own.has(x.r.tool)) : [],
      hard = work.filter((x) => x.r.difficulty > most),
      solder = b.tools && !b.tools.includes('iron' satisfies Tool) && p.kit.items.length > 0;
    return judged(
      [b.skill, ...(b.tools ?? [])].filter(Boolean).join(', '),
      lacking.length || solder ? 'missed' : hard.length ? 'at risk' : 'met',
      solder
        ? 'no iron: nothing can be wired'
        : lacking.length
          ? `no ${[...new Set(lacking.map((x) => x.r.tool))].join(', ')}`
          : hard.length
            ? `${hard[0]!.r.difficulty}/5, you do ${most}/5`
            : `${work.length} ${work.length === 1 ? 'thing comes' : 'things come'} off, all within reach`,
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
