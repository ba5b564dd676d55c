/** The table of keys: no key does two things, and the sheet shows every key there is. */
import { KEY_SHEET, KEYS_OF } from './table';

test('no key stands for two doings, and no doing stands twice', () => {
  const keys = KEYS_OF.flatMap(([, list]) => list);
  expect(new Set(keys).size).toBe(keys.length);
  const doings = KEYS_OF.map(([doing]) => doing);
  expect(new Set(doings).size).toBe(doings.length);
});

test('every doing that has a key stands on the sheet, said in words', () => {
  const shown = KEY_SHEET.map((row) => row.shown)
    .join(' ')
    .toLowerCase();
  for (const [doing, keys] of KEYS_OF) {
    if (!keys.length) continue;
    const last = keys[0]!.split('+').at(-1)!.toLowerCase() || '+';
    const said = last.startsWith('arrow')
      ? 'arrow'
      : last.replace('digit', '').replace('escape', 'esc');
    expect([doing, shown.includes(said)]).toEqual([doing, true]);
  }
  for (const row of KEY_SHEET) expect(row.words.length).toBeGreaterThan(2);
});
