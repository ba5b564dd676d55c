/** The supply wire as it is laid against the one that Power counts with. */
import { demos } from '../catalogue';
import { applied, appliedAll, type Project } from '../model';
import { BROWN_OUT_V, powerFigures, wireOhm } from '../power';
import { check, waysOut } from '../verdict';

const done = demos()[1]!;
const withWire = (wireMm: number, wireAwg = 28): Project =>
  applied(done, { do: 'power', set: { wireMm, wireAwg } });
const longOf = (p: Project) => check(p).findings.find((f) => f.code === 'wire-long');
const trunk = check(withWire(5)).wiring.wires.filter(
  ({ net }) => net.feeds?.what === 'everything' && net.feeds.at === 'rail',
);
const both = trunk.reduce((mm, w) => mm + w.cutMm!, 0);

describe('the supply wire laid longer than planned', () => {
  test('what it loses more is amps × the copper that was not counted', () => {
    const p = withWire(5);
    const rail = powerFigures(p).rail!.value;
    const lost = rail.amps * (wireOhm(28, both / 2).value - wireOhm(28, 5).value);
    expect(lost).toBeGreaterThan(0.02);
    const f = longOf(p)!;
    expect([f.verdict, f.title]).toEqual([
      'tight',
      `${lost.toFixed(2)} V more lost than Power counts`,
    ]);
  });
  test('counted as it is laid, or thick enough not to matter, nothing is said', () => {
    expect(longOf(withWire(both / 2 + 1))).toBeUndefined();
    expect(longOf(withWire(5, 18))).toBeUndefined();
    expect(longOf(done)).toBeUndefined();
  });
  test('wires that were chosen thicker than planned lose less, and are not accused', () => {
    const thick = trunk.reduce<Project>(
      (p, { net }) =>
        applied(p, {
          do: 'net',
          net: {
            id: net.id,
            ends: [
              { item: net.a.item, pad: net.a.pad },
              { item: net.b.item, pad: net.b.pad },
            ],
            awg: 18,
          },
        }),
      withWire(5),
    );
    expect(longOf(withWire(5))).toBeDefined();
    expect(longOf(thick)).toBeUndefined();
  });
  test('where too little is left it is a hit', () => {
    // The worst switch that the planned wire still bears.
    const thin = withWire(5, 32);
    const bears = (switchOhm: number): Project => ({
      ...thin,
      power: { ...thin.power, switchOhm },
    });
    const volts = (p: Project) => powerFigures(p).rail!.value.volts;
    let switchOhm = 0;
    while (volts(bears(switchOhm + 0.005)) > BROWN_OUT_V) switchOhm += 0.005;
    expect(longOf(bears(switchOhm))).toMatchObject({ verdict: 'hit' });
  });
  test('the ways out count with what is laid, and hold on the whole build', () => {
    const p = withWire(5);
    const { ways } = waysOut(p, longOf(p)!, []);
    expect(ways.length).toBeGreaterThan(0);
    for (const w of ways) expect(longOf(appliedAll(p, w.changes))).toBeUndefined();
  });
});
