import { STARTER_PARTS, demos } from '../catalogue';
import { BadInput } from '../model';
import { findParts, partOf, planSize, PLUGS, remaining, sockets, thickness } from './index';

describe('search', () => {
  test('every part is found first, or beside its like, by its own name', () => {
    for (const p of STARTER_PARTS) {
      expect([
        p.name,
        findParts(STARTER_PARTS, p.name)
          .slice(0, 3)
          .map((q) => q.id),
      ]).toEqual([p.name, expect.arrayContaining([p.id])]);
    }
  });
  test('every board is found by its own size, either way round', () => {
    for (const p of STARTER_PARTS.filter((q) => q.family === 'sbc')) {
      const b = p.blocks[0]!.plan;
      if (b.kind !== 'rect') continue;
      for (const text of [`${b.w.mm} x ${b.h.mm}`, `${b.h.mm}x${b.w.mm} board`]) {
        expect([text, findParts(STARTER_PARTS, text).some((q) => q.id === p.id)]).toEqual([
          text,
          true,
        ]);
      }
    }
  });
  test('more words never find more parts, and no words find all', () => {
    for (const q of ['screen', 'board usb', 'cell pouch']) {
      expect(findParts(STARTER_PARTS, `${q} spi`).length).toBeLessThanOrEqual(
        findParts(STARTER_PARTS, q).length,
      );
    }
    expect(findParts(STARTER_PARTS, '  ').length).toBe(STARTER_PARTS.length);
    expect(findParts(STARTER_PARTS, 'zeppelin')).toEqual([]);
  });
});

describe('parts of a build', () => {
  const p = demos()[0]!;
  const item = p.kit.items[0]!;
  const part = partOf(p, item);
  test('a struck block takes its socket with it; a wish of the builder overrules the part', () => {
    expect(sockets(part, item).map((s) => [s.connector.id, s.outside])).toEqual([
      ['usb', false],
      ['hdmi', false],
      ['power', false],
      ['card', false],
    ]);
    expect(
      sockets(part, { ...item, struck: ['hdmi', 'usb-stack'], reach: { power: true } }).map((s) => [
        s.connector.id,
        s.outside,
      ]),
    ).toEqual([
      ['power', true],
      ['card', false],
    ]);
  });
  test('an item of a part that is not there is refused by name', () =>
    expect(() => partOf(p, { ...item, part: 'nothing' })).toThrow(BadInput));
  test('sizes are those of what remains', () => {
    expect(planSize(part.blocks)).toEqual({ w: 70, h: 57 });
    expect(planSize(remaining(part, ['usb-stack', 'card', 'hdmi', 'power']))).toEqual({
      w: 65,
      h: 56,
    });
    expect(() =>
      thickness(
        part,
        part.blocks.map((b) => b.id),
      ),
    ).toThrow('Nothing is left of Teasel');
  });
  test("every plug's moulding is larger than its nose, but for a bare card", () => {
    for (const [type, plug] of Object.entries(PLUGS)) {
      expect([
        type,
        plug.overmould.w >= plug.nose.w,
        plug.overmould.h >= plug.nose.h,
        plug.noseLength > plug.recessMm,
      ]).toEqual([type, true, true, true]);
    }
  });
});
