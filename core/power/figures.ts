/**
 * The power station's figures and findings: hours, charging, rail, peaks, and what is missing.
 */
import { type Finding, type Part, type Project, type WayOut, type Worked } from '../model';
import { thickness } from '../kit';
import { chargeCurrent, resistorFor } from './charge';
import { voltsAt } from './ocv';
import { discharge, type Discharge, currentFor } from './discharge';
import { type Energy, energyOf, wattsOf } from './energy';
import { BROWN_OUT_V, GOOD_V, PLUG_OHM, type Rail, railAt, wireOhm } from './wire';

export interface PowerFigures {
  energy: Energy;
  watts: { menu: number; game: number; peak: number };
  run?: Worked<Discharge>;
  charge?: Worked<{ amps: number; c: number; cAtWorst: number }>;
  rail?: Worked<Rail>;
  /** Peak current on the 5 V side against the converter, and at the cell at 10 % charge, A. */
  peak?: { outA: number; limitA: number; cellA: number; cellC: number };
  findings: Finding[];
}

const finding = (
  id: string,
  verdict: Finding['verdict'],
  check: Finding['check'],
  title: string,
  what: string,
  why: string[],
  about: string[] = [],
): Finding => ({
  id: `power:${id}`,
  code: id,
  station: 'power',
  verdict,
  check,
  title,
  what,
  why,
  about,
});

/** Everything the power station says about a build. */
export function powerFigures(p: Project): PowerFigures {
  const energy = energyOf(p);
  const watts = {
    menu: wattsOf(energy, 'menu'),
    game: wattsOf(energy, 'game'),
    peak: wattsOf(energy, 'peak'),
  };
  const out: PowerFigures = { energy, watts, findings: [] };
  if (!energy.loads.length) return out;
  const { pack, converter, charger } = energy;
  // What is missing is said by the energy chain.
  if (!pack) {
    if (p.power.source === 'wall') fromWall(p, out);
    return out;
  }
  if (!converter) return out;
  const c = converter.part.converter;
  out.findings.push(...window(energy));
  const idle = c.idleA * voltsAt(pack.ocv, 0.5);
  const atCell = (w: number) => w / c.efficiency + idle;
  out.run = discharge(pack, [
    { name: 'game', watts: atCell(watts.game), share: p.power.gameShare },
    { name: 'menu', watts: atCell(watts.menu), share: 1 - p.power.gameShare },
  ]);
  out.run.working.unshift(
    `${watts.game.toFixed(1)} W in a game, ${watts.menu.toFixed(1)} W in menus at 5 V; ÷ ${c.efficiency} converter; ${Math.round(p.power.gameShare * 100)} % games`,
    pack.words,
  );
  out.findings.push(hours(p, out.run.value));
  out.rail = rail(p, watts.peak, c.outV);
  out.findings.push(railFinding(out.rail, energy));
  out.peak = peaks(energy, watts.peak, c.efficiency, out.rail.value.amps);
  if (out.peak.outA > out.peak.limitA) {
    out.findings.push(
      finding(
        'converter',
        'hit',
        'supply',
        `${apart(out.peak.outA, out.peak.limitA).join(' A peak, ')} A allowed`,
        `${converter.item.name} cannot give the peak load.`,
        [`${watts.peak.toFixed(1)} W at ${out.rail.value.volts.toFixed(2)} V.`],
        [converter.item.id],
      ),
    );
  }
  if (Number.isNaN(out.peak.cellA)) {
    out.findings.push(
      finding(
        'collapse',
        'hit',
        'supply',
        'The supply collapses at a peak',
        `At 10 % charge the cell cannot give ${(watts.peak / c.efficiency).toFixed(1)} W.`,
        ['P > OCV²/(4R): no current gives that power.'],
        [energy.cells[0]!.item.id],
      ),
    );
  } else if (out.peak.cellC > pack.maxDischargeC) {
    out.findings.push(
      finding(
        'cell-peak',
        'hit',
        'supply',
        `${out.peak.cellC.toFixed(1)} C at a peak, ${pack.maxDischargeC} C allowed`,
        `${energy.cells[0]!.item.name} is drawn too hard.`,
        [`${out.peak.cellA.toFixed(1)} A from ${pack.capacityAh.toFixed(2)} Ah.`],
        [energy.cells[0]!.item.id],
      ),
    );
  }
  out.findings.push(...guardFindings(energy, out.peak.cellA));
  if (charger) {
    const r = charger.item.rProgOhm ?? charger.part.charger.rProgOhm;
    out.charge = charging(
      charger.part.charger.kVolts,
      r,
      charger.part.charger.tolerance,
      pack.capacityAh / p.power.health,
    );
    out.findings.push(chargeFinding(out.charge, energy, pack.maxChargeC));
  }
  return out;
}

/** A guard that cuts the pack off at a peak that everything else would bear. */
const guardFindings = (e: Energy, cellA: number): Finding[] =>
  e.guards
    .filter(({ part }) => cellA > part.protects.limitA)
    .map(({ item, part }) =>
      finding(
        `guard-${item.id}`,
        'hit',
        'supply',
        `${apart(cellA, part.protects.limitA).join(' A at a peak, ')} A before it cuts off`,
        `${item.name} takes the peak for a short.`,
        [
          `${cellA.toFixed(2)} A from the cell at a tenth of its charge; the guard cuts off at ${part.protects.limitA} A.`,
        ],
        [item.id],
      ),
    );

/** A closed wall supply of this class: volts at its plug, and what it gives, A. Typical. */
const WALL = { volts: 5, amps: 3 } as const;

/** Fed from the wall alone: the rail at a peak through its own wires, and the supply's limit. */
function fromWall(p: Project, out: PowerFigures): void {
  out.rail = rail(p, out.watts.peak, WALL.volts);
  const { amps } = out.rail.value;
  out.findings.push(railFinding(out.rail, out.energy));
  if (!(amps > WALL.amps)) return;
  out.findings.push(
    finding(
      'wall',
      'hit',
      'supply',
      `${amps.toFixed(1)} A at a peak, about ${WALL.amps} A from a wall supply`,
      'The wall supply cannot give the peak load.',
      [
        `${out.watts.peak.toFixed(1)} W at ${out.rail.value.volts.toFixed(2)} V; a closed 5 V supply gives up to ${WALL.amps} A (typical: read yours).`,
      ],
      out.energy.loads.map((l) => l.item.id),
    ),
  );
}

function window(e: Energy): Finding[] {
  const c = e.converter!.part.converter;
  const pack = e.pack!;
  const id = e.converter!.item.id;
  const out: Finding[] = [];
  if (pack.cutoffV < c.minInV) {
    out.push(
      finding(
        'input-low',
        voltsAt(pack.ocv, 0.15) < c.minInV ? 'hit' : 'tight',
        'rail',
        `Works from ${c.minInV} V; the cell goes to ${pack.cutoffV} V`,
        `${e.converter!.item.name} stops before the cell is empty.`,
        [`Some charge stays unused below ${c.minInV} V.`],
        [id],
      ),
    );
  }
  return out;
}

/** Hours are as good as the draws: typical loads are good to about a quarter. */
export const HOURS_SHARE = 0.25;

function hours(p: Project, run: Discharge): Finding {
  const typical = p.kit.items.some((i) => p.kit.parts.find((x) => x.id === i.part)?.draws);
  const about = `${run.hours.toFixed(1)} h ± ${(run.hours * HOURS_SHARE).toFixed(1)}`;
  const base = {
    what: `On one charge${p.brief.hours ? `, ${p.brief.hours} h wanted` : ''}`,
    why: [
      run.sentence,
      typical ? 'Draws are typical for each class: put a meter in series to narrow this down.' : '',
    ].filter(Boolean),
  };
  if (run.ending === 'cannot start') {
    return finding('hours', 'hit', 'hours', 'It does not start', base.what, base.why);
  }
  let verdict: 'clear' | 'tight' | 'hit';
  if (!p.brief.hours || run.hours * (1 - HOURS_SHARE) >= p.brief.hours) verdict = 'clear';
  else if (run.hours >= p.brief.hours) verdict = 'clear';
  else if (run.hours * (1 + HOURS_SHARE) >= p.brief.hours) verdict = 'tight';
  else verdict = 'hit';
  return finding('hours', verdict, 'hours', about, base.what, base.why);
}

function rail(p: Project, watts: number, outV: number): Worked<Rail> {
  const wire = wireOhm(p.power.wireAwg, p.power.wireMm);
  const found = railAt(outV, watts, [
    { name: 'wire', ohm: wire.value },
    { name: 'switch', ohm: p.power.switchOhm },
    ...(p.power.plugs
      ? [
          {
            name: p.power.plugs === 1 ? 'plug' : `${p.power.plugs} plugs`,
            ohm: p.power.plugs * PLUG_OHM,
          },
        ]
      : []),
  ]);
  return { value: found.value, working: [...wire.working, ...found.working] };
}

function railFinding(r: Worked<Rail>, e: Energy): Finding {
  const v = r.value.volts;
  const about = e.converter ? [e.converter.item.id] : [];
  if (!(v >= BROWN_OUT_V)) {
    return finding(
      'rail',
      'hit',
      'rail',
      Number.isNaN(v) ? 'No voltage at the peak' : `${v.toFixed(2)} V at the SBC under peak`,
      `Under ${BROWN_OUT_V} V it warns of brown-out.`,
      r.working,
      about,
    );
  }
  return finding(
    'rail',
    v < GOOD_V ? 'tight' : 'clear',
    'rail',
    `${v.toFixed(2)} V at the SBC under peak`,
    `${GOOD_V} to 5.25 V is good.`,
    r.working,
    about,
  );
}

function peaks(
  e: Energy,
  watts: number,
  efficiency: number,
  outA: number,
): NonNullable<PowerFigures['peak']> {
  const pack = e.pack!;
  const cellA = currentFor(voltsAt(pack.ocv, 0.1), pack.rOhm, watts / efficiency);
  return {
    outA,
    limitA: e.converter!.part.converter.limitA,
    cellA,
    cellC: cellA / pack.capacityAh,
  };
}

function charging(
  k: number,
  r: number,
  tolerance: number,
  ah: number,
): NonNullable<PowerFigures['charge']> {
  const i = chargeCurrent(k, r);
  const c = i.value / ah;
  const cAtWorst = c * (1 + tolerance);
  return {
    value: { amps: i.value, c, cAtWorst },
    working: [
      ...i.working,
      `${i.value.toFixed(2)} A into ${ah.toFixed(2)} Ah = ${c.toFixed(2)} C, up to ${cAtWorst.toFixed(2)} C at +${Math.round(tolerance * 100)} %`,
    ],
  };
}

function chargeFinding(ch: NonNullable<PowerFigures['charge']>, e: Energy, maxC: number): Finding {
  const { c, cAtWorst } = ch.value;
  let verdict: 'clear' | 'tight' | 'hit';
  if (c > maxC) verdict = 'hit';
  else if (cAtWorst > maxC) verdict = 'tight';
  else verdict = 'clear';
  return finding(
    'charge',
    verdict,
    'charge',
    verdict === 'clear'
      ? `Charges at ${c.toFixed(2)} C`
      : `Charges at ${c.toFixed(2)} C, ${maxC} C allowed`,
    `${e.charger!.item.name} into ${e.cells[0]!.item.name}`,
    ch.working,
    [e.charger!.item.id, e.cells[0]!.item.id],
  );
}

/** What could mend a power finding; each is re-checked on the whole build before it is shown. */
export function powerWays(p: Project, f: Finding, library: readonly Part[]): WayOut[] {
  const e = energyOf(p);
  const out: WayOut[] = [];
  if (f.check === 'charge' && e.charger && e.pack) {
    const ch = e.charger.part.charger;
    const r = resistorFor(
      ch.kVolts,
      e.pack.capacityAh / p.power.health,
      e.pack.maxChargeC,
      ch.tolerance,
    );
    out.push({
      id: 'program',
      text: `Change the program resistor to ${ohms(r.value)}`,
      cost: `iron 3/5; ${(ch.kVolts / r.value).toFixed(2)} A`,
      changes: [{ do: 'program', item: e.charger.item.id, rProgOhm: r.value }],
      effort: 2,
    });
  }
  if (f.check === 'rail' && f.id === 'power:rail') {
    for (const awg of [22, 20, 18].filter((a) => a < p.power.wireAwg)) {
      out.push({
        id: `wire-${awg}`,
        text: `Use AWG ${awg} wire`,
        cost: 'thicker bundle',
        changes: [{ do: 'power', set: { wireAwg: awg } }],
        effort: 1 + (24 - awg) / 10,
      });
    }
    if (p.power.switchOhm > 0.03) {
      out.push({
        id: 'switch',
        text: 'Switch the enable pin instead of the load current',
        cost: 'a soft latch or the EN pad',
        changes: [{ do: 'power', set: { switchOhm: 0.005 } }],
        effort: 3,
      });
    }
  }
  const swap = (
    item: { id: string; part: string } | undefined,
    better: (q: Part) => boolean,
    cost: (q: Part) => string,
  ) => {
    if (!item) return;
    for (const q of library.filter((x) => x.id !== item.part && better(x)).slice(0, 4)) {
      out.push({
        id: `swap-${item.id}-${q.id}`,
        text: `Take ${q.name} instead`,
        cost: cost(q),
        changes: [{ do: 'swap', item: item.id, part: q }],
        effort: 5,
      });
    }
  };
  const cell = e.cells[0];
  if (cell && (f.check === 'hours' || f.id === 'power:cell-peak' || f.id === 'power:collapse')) {
    swap(
      cell.item,
      (q) =>
        q.cell?.kind === cell.part.cell.kind &&
        q.cell.series === cell.part.cell.series &&
        q.cell.capacityAh > cell.part.cell.capacityAh,
      (q) =>
        `${Math.round(q.cell!.capacityAh * 1000)} mAh, ${thickness(q, []).value.toFixed(1)} mm thick`,
    );
  }
  const converter = e.converter;
  if (converter && f.id === 'power:converter') {
    swap(
      converter.item,
      (q) =>
        q.converter?.kind === converter.part.converter.kind &&
        !!q.charger === !!converter.part.charger &&
        q.converter.limitA > converter.part.converter.limitA,
      (q) => `${q.converter!.limitA} A`,
    );
  }
  return out;
}

const ohms = (r: number): string => (r >= 1000 ? `${r / 1000} kΩ` : `${r} Ω`);

/** Two figures with as many digits as it takes to see that they differ. */
function apart(a: number, b: number): [string, string] {
  for (let digits = 1; digits < 4; digits++) {
    const [x, y] = [a.toFixed(digits), b.toFixed(digits)];
    if (x !== y) return [x, y];
  }
  return [a.toFixed(4), b.toFixed(4)];
}
