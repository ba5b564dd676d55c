/** Sheets as DXF in millimetres, y up, one layer for each kind of line. */
import Drawing from 'dxf-writer';
import type { CutterSheet, Mark, Sheet } from '../cuts';

const LAYERS = {
  outline: 7,
  cut: 1,
  'by hand': 30,
  start: 3,
  there: 8,
  datum: 5,
  thin: 9,
} as const;
/** Text in DXF is one line of plain characters; %% starts a control code there. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/%%/g, '%')
    .slice(0, 200);

/** Draws in its sheet's frame, whose y runs down, as DXF's runs up. */
class Pen {
  readonly #drawing = new Drawing();
  readonly #high: number;

  constructor(high: number, layers: Readonly<Record<string, number>>) {
    this.#high = high;
    this.#drawing.setUnits('Millimeters');
    for (const [name, colour] of Object.entries(layers)) {
      this.#drawing.addLayer(name, colour, 'CONTINUOUS');
    }
  }

  draw(layer: string, m: Mark): void {
    const d = this.#drawing.setActiveLayer(layer);
    const y = (v: number): number => this.#high - v;
    switch (m.kind) {
      case 'text':
        d.drawText(m.x, y(m.y), m.mm, 0, plain(m.text));
        break;
      case 'circle':
        d.drawCircle(m.x, y(m.y), m.r);
        break;
      case 'line':
        d.drawLine(m.x0, y(m.y0), m.x1, y(m.y1));
        break;
      case 'ring':
        d.drawPolyline(
          m.points.map(([px, py]): [number, number] => [px, y(py)]),
          true,
        );
    }
  }

  written(): string {
    return this.#drawing.toDxfString();
  }
}

export function sheetDxf(sheet: Sheet): string {
  const pen = new Pen(sheet.h, { ...LAYERS, text: 8 });
  for (const m of sheet.marks) pen.draw(m.kind === 'text' ? 'text' : m.ink, m);
  return pen.written();
}

/** What a machine is told: a layer to cut, one to mark and one to engrave. */
export function cutterDxf(sheet: CutterSheet): string {
  const pen = new Pen(sheet.h, { cut: 1, mark: 5, engrave: 8 });
  for (const m of sheet.mark) pen.draw('mark', m);
  for (const m of sheet.engrave) pen.draw('engrave', m);
  for (const m of sheet.cut) pen.draw('cut', m);
  return pen.written();
}
