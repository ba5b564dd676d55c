/** Plain words: what builders type, and a part of the right kind among the first three. */
import { STARTER_PARTS } from '../catalogue';
import type { Part } from '../model';
import { keyFigures } from './keyFigures';
import { inOurWords } from './plainWords';
import { findParts } from './search';

const QUERIES: ReadonlyArray<readonly [string, (q: Part) => boolean]> = [
  ['single board computer', (q) => q.family === 'sbc'],
  ['sbc', (q) => q.family === 'sbc'],
  ['computer', (q) => q.family === 'sbc'],
  ['mini computer', (q) => q.family === 'sbc'],
  ['40 pin board', (q) => q.family === 'sbc'],
  ['processor board', (q) => q.family === 'sbc'],
  ['lipo', (q) => q.cell?.kind === 'pouch'],
  ['li-ion', (q) => !!q.cell],
  ['lithium battery', (q) => !!q.cell],
  ['battery', (q) => !!q.cell],
  ['18650', (q) => /18650/.test(q.id)],
  ['aa battery holder', (q) => q.cell?.kind === 'bay'],
  ['power bank', (q) => q.cell?.kind === 'bank'],
  ['pouch cell 2000 mah', (q) => q.id === 'slab-2000'],
  ['accumulator', (q) => !!q.cell],
  ['d-pad', (q) => q.id === 'plate-pad'],
  ['dpad', (q) => q.id === 'plate-pad'],
  ['direction pad', (q) => q.id === 'plate-pad'],
  ['joystick', (q) => /stick/.test(q.id)],
  ['thumbstick', (q) => /stick/.test(q.id)],
  ['analog stick', (q) => /stick/.test(q.id)],
  ['gamepad', (q) => q.family === 'controller'],
  ['controller', (q) => q.family === 'controller'],
  ['usb encoder', (q) => q.family === 'controller'],
  ['push button', (q) => q.family === 'switch'],
  ['tact switch', (q) => /tactile/.test(q.id)],
  ['tactile switch', (q) => /tactile/.test(q.id)],
  ['shoulder buttons', (q) => q.id === 'plate-shoulder'],
  ['trigger', (q) => q.id === 'trigger-analog'],
  ['rubber dome', (q) => q.id === 'dome-sheet' || q.id === 'membrane'],
  ['slide switch', (q) => /slide/.test(q.id)],
  ['power switch', (q) => !!q.off],
  ['lcd', (q) => !!q.screen],
  ['tft', (q) => !!q.screen],
  ['display', (q) => !!q.screen],
  ['monitor', (q) => !!q.screen],
  ['2.8 inch screen', (q) => q.screen?.diagonalIn === 2.8],
  ['3.5 inch lcd', (q) => q.screen?.diagonalIn === 3.5],
  ['hdmi screen', (q) => q.screen?.link === 'hdmi'],
  ['composite display', (q) => q.screen?.link === 'composite'],
  ['amplifier', (q) => !!q.amp],
  ['amp', (q) => !!q.amp],
  ['sound card', (q) => q.family === 'audio'],
  ['audio board', (q) => q.family === 'audio'],
  ['headphone', (q) => /jack/.test(q.id)],
  ['headphone socket', (q) => /jack/.test(q.id)],
  ['loudspeaker', (q) => !!q.speaker],
  ['speaker 28 mm', (q) => q.id === 'speaker-28'],
  ['volume knob', (q) => /pot/.test(q.id)],
  ['potentiometer', (q) => /pot/.test(q.id)],
  ['charger', (q) => !!q.charger],
  ['charging board', (q) => !!q.charger],
  ['step up converter', (q) => q.converter?.kind === 'boost'],
  ['boost', (q) => q.converter?.kind === 'boost'],
  ['step down', (q) => q.converter?.kind === 'buck'],
  ['voltage regulator', (q) => !!q.converter],
  ['protection board', (q) => q.family === 'protection'],
  ['usb hub', (q) => q.family === 'hub'],
  ['hdmi cable', (q) => q.family === 'lead'],
  ['usb-c socket', (q) => /usb-c/.test(q.id)],
  ['heatsink', (q) => /sink/.test(q.id)],
  ['fan', (q) => /fan/.test(q.id)],
  ['screw', (q) => /screw/.test(q.id)],
  ['standoff', (q) => /stand-off/.test(q.id)],
  ['magnet', (q) => /magnet/.test(q.id)],
  ['sd card extender', (q) => /card-extender/.test(q.id)],
  ['io expander', (q) => q.family === 'expander'],
  ['led', (q) => /led-/.test(q.id)],
];

test.each(QUERIES)('%s', (query, right) => {
  const first = findParts(STARTER_PARTS, query).slice(0, 3);
  expect([query, first.map((q) => q.id), first.some(right)]).toEqual([
    query,
    expect.any(Array),
    true,
  ]);
});
test('there are sixty at least, and the kind that is named comes first', () => {
  expect(QUERIES.length).toBeGreaterThanOrEqual(60);
  for (const [query, family] of [
    ['lipo', 'cell'],
    ['lcd', 'screen'],
    ['gamepad', 'controller'],
    ['single board computer', 'sbc'],
    ['loudspeaker', 'speaker'],
  ]) {
    expect([query, findParts(STARTER_PARTS, query!)[0]!.family]).toEqual([query, family]);
  }
});
test('words of the library stay as they are, in any case', () => {
  for (const word of ['tactile', 'boost', 'Charger', 'stand-off', 'SPI', '65 x 56 board, 40-pin']) {
    expect(inOurWords(word).trim()).toBe(word.toLowerCase());
  }
});
test('every part says by what it is chosen, in two figures at most', () => {
  const said = (id: string) => keyFigures(STARTER_PARTS.find((q) => q.id === id)!);
  expect(said('slab-2500')).toEqual(['2.5 Ah', 'pouch']);
  expect(said('pane-2-8-spi')).toEqual(['2.8 in', '320 × 240, spi']);
  expect(said('step-5-3')[1]).toMatch(/^gives 5/);
  for (const q of STARTER_PARTS) expect(keyFigures(q).length).toBeLessThanOrEqual(2);
});
test('a part of one’s own is found by its own name, though the word means something here', () => {
  const own: Part = {
    ...STARTER_PARTS[0]!,
    id: 'own',
    name: 'Spacer of mine',
    words: [],
    source: 'mine',
  };
  expect(findParts([...STARTER_PARTS, own], 'spacer of mine').map((q) => q.id)).toEqual(['own']);
});
