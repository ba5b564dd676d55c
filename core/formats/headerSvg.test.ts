/** The header from both sides: every pin once a side, mirrored, wires in their colours, any name safe. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { demos } from '../catalogue';
import { buttonMap } from '../controls';
import type { Project } from '../model';
import { headerSvg, wiredPins } from './headerSvg';

const done = demos()[1] as Project;
interface Text {
  '#text': string | number;
  '@x': string;
  '@y': string;
  '@text-anchor': string;
}
const texts = (svg: string): Text[] =>
  new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' }).parse(svg).svg.text;

describe('the header drawn', () => {
  test('has every pin once on each side; odd and even change places from the solder side', () => {
    const numbers = texts(headerSvg(done)).filter((t) => t['@text-anchor'] === 'middle');
    const pins = numbers.filter((t) => Number.isInteger(Number(t['#text'])));
    expect(pins).toHaveLength(80);
    const at = (pin: number) =>
      pins.filter((t) => Number(t['#text']) === pin).map((t) => Number(t['@x']));
    for (let odd = 1; odd < 40; odd += 2) {
      const [above, under] = at(odd);
      const [evenAbove, evenUnder] = at(odd + 1);
      expect([odd, above! < evenAbove!, under! > evenUnder!]).toEqual([odd, true, true]);
    }
  });

  test('every button stands at the pin of its line, with the label and colour of its wire', () => {
    const uses = new Map(wiredPins(done).map((u) => [u.pin.pin, u]));
    for (const m of buttonMap(done).inputs.filter((x) => x.pin !== undefined)) {
      const use = uses.get(m.pin!)!;
      expect([m.input.name, use.says]).toEqual([m.input.name, m.input.name]);
      expect([m.input.name, use.nets.length]).toEqual([m.input.name, 1]);
    }
    const svg = headerSvg(done);
    const wires = wiredPins(done).flatMap((u) => u.nets);
    expect(wires.length).toBeGreaterThan(12);
    for (const w of wires) expect(svg).toContain(`${w.label} ${w.colour}`);
  });

  test('grounds and supplies, told by their number alone, claim no wire', () => {
    for (const u of wiredPins(done).filter((x) =>
      /^(GND|Ground|5V|3V3|5 V|3\.3 V)/i.test(x.pin.name),
    )) {
      expect([u.pin.pin, u.nets]).toEqual([u.pin.pin, []]);
    }
  });

  test('is sound markup whatever things are called', () => {
    const p = structuredClone(done);
    p.name = '<script>&"\u0001';
    p.controls.inputs[0]!.name = `"><script>alert(1)</script>&#0; ${'long '.repeat(20)}`;
    const svg = headerSvg(p);
    expect(XMLValidator.validate(svg)).toBe(true);
    expect(svg).not.toContain('<script');
  });
});
