/** Spoilings that leave air or nothing where something should carry, seal or be turned. */
import { sceneOf } from '../../fit';
import { backings } from '../../controls';
import { applied, length, type Placement, type Project } from '../../model';
import { type Case, type Kind, laidOut, partOfItem, withPart, withPlacement } from './kind.fixture';

const standing = (p: Project, is: (q: Placement) => boolean) =>
  laidOut(p).filter(({ placement }) => 'piece' in placement.on && is(placement));

/** Closing screws of another thickness, by the bore they go into. */
function screwed(p: Project, thick: (bore: number) => number): Case[] {
  const bodies = p.shell.bodies.map((b) => ({
    ...b,
    pieces: b.pieces.map((q) => ({
      ...q,
      features: q.features.map((f) =>
        f.screw && f.bore ? { ...f, screw: { ...f.screw, d: length(thick(f.bore.d.mm)) } } : f,
      ),
    })),
  }));
  const has = p.shell.bodies.some((b) =>
    b.pieces.some((q) => q.features.some((f) => f.screw && f.bore)),
  );
  const spoilt = { ...p, shell: { ...p.shell, bodies } };
  return has ? [{ where: 'closing screws', spoilt, says: /in a bore of/ }] : [];
}

export const HELD_KINDS: readonly Kind[] = [
  {
    name: 'a speaker 0.2 mm further behind its face than seals',
    makes: 'tight',
    needsWalls: true,
    cases: (p) =>
      standing(p, (q) => !('side' in q.on && q.on.side) && q.up === 'out')
        .filter(({ part }) => part.speaker)
        .map(({ id }): Case => ({
          where: id,
          spoilt: withPlacement(p, id, { lift: 1.2 }),
          says: /goes back into the case/,
          ids: [id],
        })),
  },
  {
    name: 'a part taped with 0.2 mm more of air under it than foam bridges',
    makes: 'tight',
    cases: (p) =>
      standing(p, (q) => q.fixed === 'tape')
        .filter(({ part }) => !part.speaker && !part.screen)
        .map(({ id }): Case => ({
          where: id,
          spoilt: withPlacement(p, id, { lift: 2.2 }),
          says: /floor it does not reach/,
          ids: [id],
        })),
  },
  {
    name: 'a key with 0.8 mm between its switch and the face, its cap not measured',
    makes: 'tight',
    cases: (p) => {
      const scene = sceneOf(p);
      return backings(scene).flatMap(({ input, on }): Case[] => {
        const placement = p.layout.placements.find((q) => q.item === on?.item);
        const isThere = 'opening' in input.at;
        const hasCap = p.shell.bodies.some((b) =>
          b.caps?.some((c) => 'opening' in input.at && c.opening === input.at.opening),
        );
        if (!on || !placement || !isThere || hasCap || on.gap < 1 || on.gap > 8) return [];
        // Standing on its own face it comes nearer by less lift, on the other half's floor by more.
        return [0.8 - on.gap, on.gap - 0.8].flatMap((by) => {
          const lift = placement.lift + by;
          if (lift < 0) return [];
          const spoilt = withPlacement(p, on.item, { lift });
          const now = backings(sceneOf(spoilt)).find((b) => b.input.id === input.id)?.on;
          const isSo = now !== undefined && Math.abs(now.gap - 0.8) < 0.05;
          return isSo ? [{ where: input.name, spoilt, ids: [input.id] }] : [];
        });
      });
    },
  },
  {
    name: 'a plate of half a millimetre',
    makes: 'hit',
    cases: (p) =>
      p.shell.bodies.flatMap((body) =>
        body.pieces
          .filter((q) => q.role === 'plate' && q.material === 'wood')
          .map((plate): Case => {
            const pieces = body.pieces.map((q) => (q === plate ? { ...q, depth: length(0.5) } : q));
            const bodies = p.shell.bodies.map((b) => (b === body ? { ...b, pieces } : b));
            const spoilt = { ...p, shell: { ...p.shell, bodies } };
            return { where: plate.id, spoilt, ids: [plate.id] };
          }),
      ),
  },
  {
    name: 'a duty given to a part with nothing to turn',
    makes: 'hit',
    cases: (p) =>
      p.controls.route === 'wireless'
        ? []
        : laidOut(p)
            .filter(({ part }) => part.computer ?? part.cell)
            .slice(0, 1)
            .map(({ id }): Case => ({
              where: id,
              spoilt: applied(p, { do: 'duty', duty: 'louder', owner: { by: 'part', item: id } }),
              says: /nothing to turn or press/,
              ids: [id],
            })),
  },
  {
    name: 'a cell that is full 0.1 V before its charger ends',
    makes: 'hit',
    cases: (p) =>
      laidOut(p).flatMap(({ id, part }): Case[] => {
        const { cell } = part;
        const isCharged = p.kit.items.some((i) => partOfItem(p, i.id).charger);
        if (!cell || cell.kind === 'bay' || cell.kind === 'bank' || !isCharged) return [];
        const fullV = 4.1 * cell.series;
        return [
          {
            where: id,
            spoilt: withPart(p, part.id, (q) => ({ ...q, cell: { ...cell, fullV } })),
            says: /overcharges/,
            ids: [id],
          },
        ];
      }),
  },
  {
    name: 'a screw as thin as its bore',
    makes: 'hit',
    cases: (p) => screwed(p, (bore) => bore),
  },
  {
    name: 'a screw 5 % thinner than one that hardly holds',
    makes: 'tight',
    cases: (p) => screwed(p, (bore) => bore / 0.97),
  },
  {
    name: 'a screw that splits its post by 5 %',
    makes: 'tight',
    cases: (p) => screwed(p, (bore) => bore / 0.57),
  },
  {
    name: 'a load fed by a part that gives no rail',
    makes: 'hit',
    cases: (p) => {
      const [load] = laidOut(p).filter(({ part }) => part.draws);
      const mute = laidOut(p).find(({ part }) => part.family === 'switch');
      if (!load || !mute) return [];
      const spoilt = applied(p, { do: 'power', set: { feeds: { [load.id]: mute.id } } });
      return [{ where: load.id, spoilt, says: /gives no rail/, ids: [load.id] }];
    },
  },
  {
    name: 'a wire from one end of a part to its other',
    makes: 'hit',
    cases: (p) =>
      laidOut(p)
        .filter(({ part }) => part.pads.length === 2 && !part.cell)
        .map(({ id, part }): Case => {
          const ends = part.pads.map((pad) => ({ item: id, pad: pad.name }));
          const spoilt = applied(p, { do: 'net', net: { id: 'across', ends } });
          return { where: id, spoilt, ids: [id] };
        }),
  },
  {
    name: 'a parallel picture on the lines of a serial one',
    makes: 'hit',
    cases: (p) =>
      laidOut(p).flatMap(({ id, part }): Case[] => {
        const { screen } = part;
        if (!screen || !part.takes?.length || part.takes.length > 11) return [];
        const link = 'parallel' as const;
        return [
          {
            where: id,
            spoilt: withPart(p, part.id, (q) => ({ ...q, screen: { ...screen, link } })),
            says: /not all of its lines/,
            ids: [id],
          },
        ];
      }),
  },
];

/** A cell full a little before its charger ends, a speaker and taped parts a little off their floor. */
export function barelyHeld(p: Project): Project {
  const cell = laidOut(p).find(({ part }) => part.cell?.fullV === 4.2);
  const charged = cell
    ? withPart(p, cell.part.id, (q) => ({ ...q, cell: { ...q.cell!, fullV: 4.16 } }))
    : p;
  const speaker = laidOut(p).find(({ part }) => part.speaker);
  return speaker ? withPlacement(charged, speaker.id, { lift: 0.8 }) : charged;
}
