/** A socket set back on its own board: what its plug's moulding meets before it is in. */
import { demos, STARTER_PARTS } from '../catalogue';
import { PLUGS } from '../kit';
import { applied, appliedAll, type Change, type Part, type Project } from '../model';
import { plugFindings } from './port';
import { sceneOf } from './scene';

const done = demos()[1]!;
const empty: Project = {
  ...done,
  kit: { ...done.kit, items: [] },
  layout: { placements: [] },
  controls: { ...done.controls, inputs: [] },
};
/** A part alone in the back, all its sockets used from outside. */
function alone(part: Part, turn: number): Project {
  const a = applied(empty, { do: 'add', part });
  const item = a.kit.items.at(-1)!.id;
  const reach = part.connectors.map((c): Change => ({
    do: 'reach',
    item,
    connector: c.id,
    outside: true,
  }));
  const placement = {
    item,
    on: { piece: 'back' },
    x: 60,
    y: 40,
    turn,
    up: 'in' as const,
    stand: 'flat' as const,
    lift: 0,
    held: 'jig' as const,
  };
  return appliedAll(a, [{ do: 'stand', placement }, ...reach]);
}
const own = (p: Project) => plugFindings(sceneOf(p)).filter((f) => f.code === 'plug-own');

const charger = STARTER_PARTS.find((q) => q.charger && q.connectors.length)!;
const [socket] = charger.connectors;
/** The same part, its socket drawn so far back from where its mouth is. */
const setBack = (mm: number): Part => ({
  ...charger,
  connectors: charger.connectors.map((c) => ({
    ...c,
    at: [c.at[0] - mm * c.dir[0], c.at[1] - mm * c.dir[1], c.at[2]] as typeof c.at,
  })),
});
/** How far its board reaches beyond the mouth as it is drawn. */
const beyond = ((): number => {
  const { plan } = charger.blocks[0]!;
  if (plan.kind !== 'rect' || !socket) throw new Error('not as this test wants it');
  const [dx, dy] = socket.dir;
  const edge = [dx > 0 ? plan.x + plan.w.mm : plan.x, dy > 0 ? plan.y + plan.h.mm : plan.y];
  return (edge[0]! - socket.at[0]) * dx + (edge[1]! - socket.at[1]) * dy;
})();

describe.each([0, 30, 90, 180])('turned by %i°', (turn) => {
  test.each([0.3, 1, 2.5])(
    'its board reaching %s mm too far, the plug seats so much short',
    (mm) => {
      const { recessMm } = PLUGS[socket.type];
      const p = alone(setBack(recessMm - beyond + mm), turn);
      const found = own(p);
      expect(found.length).toBeGreaterThan(0);
      for (const f of found) {
        expect([f.verdict, f.about]).toEqual(['hit', [p.kit.items.at(-1)!.id]]);
        expect(f.measure!.gap).toBeLessThan(-mm + 0.06);
        expect(f.measure!.gap).toBeGreaterThan(-mm - 0.16);
      }
    },
  );
  test('just before the moulding nothing is said', () => {
    const { recessMm } = PLUGS[socket.type];
    expect(own(alone(setBack(recessMm - beyond - 0.1), turn))).toEqual([]);
  });
});

test('no part of the library bars its own plugs', () => {
  for (const part of STARTER_PARTS.filter((q) => q.connectors.length)) {
    expect([part.id, own(alone(part, 0))]).toEqual([part.id, []]);
  }
});
