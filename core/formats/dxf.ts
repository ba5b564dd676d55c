/** Sheets as DXF in millimetres, y up, one layer for each kind of line. */
import Drawing from 'dxf-writer';
import type { Sheet } from '../cuts';

const LAYERS = { outline: 7, cut: 1, start: 3, there: 8, datum: 5, thin: 9 } as const;
/** Text in DXF is one line of plain characters; %% starts a control code there. */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/%%/g, '%')
    .slice(0, 200);

export function sheetDxf(sheet: Sheet): string {
  const d = new Drawing();
  d.setUnits('Millimeters');
  for (const [name, colour] of Object.entries(LAYERS)) d.addLayer(name, colour, 'CONTINUOUS');
  d.addLayer('text', 8, 'CONTINUOUS');
  const y = (v: number): number => sheet.h - v;
  for (const m of sheet.marks) {
    if (m.kind === 'text') {
      d.setActiveLayer('text').drawText(m.x, y(m.y), m.mm, 0, plain(m.text));
      continue;
    }
    d.setActiveLayer(m.ink);
    if (m.kind === 'circle') d.drawCircle(m.x, y(m.y), m.r);
    else if (m.kind === 'line') d.drawLine(m.x0, y(m.y0), m.x1, y(m.y1));
    else {
      d.drawPolyline(
        m.points.map(([px, py]) => [px, y(py)] as [number, number]),
        true,
      );
    }
  }
  return d.toDxfString();
}
