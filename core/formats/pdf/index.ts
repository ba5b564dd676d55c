/**
 * Sheets as a PDF at true size, tiled over pages where a sheet is larger than the paper, with check
 * bars along and across on every page.
 *
 * Text uses the shipped fonts, embedded: built-in PDF fonts cannot show Ω, σ or ⌀.
 */
import fontkit from '@pdf-lib/fontkit';
import {
  PDFDocument,
  type PDFFont,
  type PDFPage,
  rgb,
  clip,
  endPath,
  moveTo,
  lineTo,
  closePath,
  popGraphicsState,
  pushGraphicsState,
} from 'pdf-lib';
import { CHECK_BAR_MM, type Correction, type Mark, type Sheet } from '../../cuts';
import { INK } from '../svg';

export type Paper = 'a4' | 'letter';
export const PAPER_MM: Readonly<Record<Paper, readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};
const PT = 72 / 25.4;
const MARGIN = 10;
const HEAD = 18;
/** Neighbouring tiles share this much, to be glued. */
const OVERLAP = 8;

export interface Fonts {
  text: Uint8Array;
  fallback: Uint8Array;
}
export interface PrintOptions {
  title: string;
  paper: Paper;
  correction?: Correction;
  fonts: Fonts;
  working?: string;
}

interface Pen {
  page: PDFPage;
  paperH: number;
  sx: number;
  sy: number;
  text: PDFFont;
  fallback: PDFFont;
  known: ReadonlySet<number>;
}

/** Every sheet printed one after the other. The bytes depend on the sheets alone: no clock. */
export async function sheetsPdf(sheets: readonly Sheet[], o: PrintOptions): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.registerFontkit(fontkit as never);
  doc.setTitle(clean(o.title));
  doc.setProducer('Deft Shell');
  doc.setCreationDate(new Date(0));
  doc.setModificationDate(new Date(0));
  const text = await doc.embedFont(o.fonts.text, { subset: true });
  const fallback = await doc.embedFont(o.fonts.fallback, { subset: true });
  const known = new Set(text.getCharacterSet());
  const { along, across } = o.correction ?? { along: 1, across: 1 };
  for (const sheet of sheets) {
    const turn =
      sheet.w > PAPER_MM[o.paper][0] - 2 * MARGIN && sheet.w <= PAPER_MM[o.paper][1] - 2 * MARGIN;
    // A turned page comes out of the printer the same way round: what ran along it runs across.
    const [sx, sy] = turn ? [across, along] : [along, across];
    const [pw, ph] = turn ? [PAPER_MM[o.paper][1], PAPER_MM[o.paper][0]] : PAPER_MM[o.paper];
    const room = { w: (pw - 2 * MARGIN) / sx, h: (ph - 2 * MARGIN - HEAD) / sy };
    const columns = tiles(sheet.w, room.w);
    const rows = tiles(sheet.h, room.h);
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        const page = doc.addPage([pw * PT, ph * PT]);
        const pen: Pen = { page, paperH: ph, sx, sy, text, fallback, known };
        header(
          pen,
          o,
          sheet,
          columns * rows > 1 ? `, tile ${row * columns + column + 1} of ${columns * rows}` : '',
          pw,
          turn,
        );
        const dx = MARGIN - column * (room.w - OVERLAP) * sx;
        const dy = MARGIN + HEAD - row * (room.h - OVERLAP) * sy;
        clipTo(pen, MARGIN, MARGIN + HEAD, room.w * sx, room.h * sy);
        for (const m of sheet.marks) draw(pen, m, dx, dy);
        page.pushOperators(popGraphicsState());
        if (columns * rows > 1) tileMarks(pen, room, row, column, rows, columns);
      }
    }
  }
  return doc.save();
}

const tiles = (size: number, room: number): number =>
  size <= room ? 1 : Math.ceil((size - OVERLAP) / (room - OVERLAP));
const clean = (text: string): string => text.replace(/[\u0000-\u001f\u007f]/g, ' ');

function header(
  pen: Pen,
  o: PrintOptions,
  sheet: Sheet,
  tile: string,
  pw: number,
  turned: boolean,
): void {
  const [flat, upright] = turned ? ['across', 'along'] : ['along', 'across'];
  const put = (x: number, y: number, mm: number, text: string) =>
    draw({ ...pen, sx: 1, sy: 1 }, { kind: 'text', x, y, mm, text }, 0, 0);
  put(MARGIN, MARGIN + 2, 3.6, `${o.title}: ${sheet.title}${tile}`);
  put(
    MARGIN,
    MARGIN + 6.5,
    2.8,
    `${sheet.note}. Print at 100 %.${o.working ? ` Corrected: ${o.working}.` : ''}`,
  );
  const bar = (
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    ink: 'outline' | 'thin' = 'outline',
  ) => draw({ ...pen, sx: 1, sy: 1 }, { kind: 'line', x0, y0, x1, y1, ink }, 0, 0);
  const [x, y, len] = [MARGIN, MARGIN + 12, CHECK_BAR_MM * pen.sx];
  bar(x, y, x + len, y);
  bar(x, y - 1.5, x, y + 1.5);
  bar(x + len, y - 1.5, x + len, y + 1.5);
  put(x + len + 2, y + 1, 2.6, `${flat}: this bar is 50 mm`);
  const [ax, ay, down] = [pw - MARGIN + 4, MARGIN, CHECK_BAR_MM * pen.sy];
  bar(ax, ay, ax, ay + down);
  bar(ax - 1.5, ay, ax + 1.5, ay);
  bar(ax - 1.5, ay + down, ax + 1.5, ay + down);
  put(pw - MARGIN - 36, y + 1, 2.6, `${upright}: the bar at the edge`);
}

function clipTo(pen: Pen, x: number, y: number, w: number, h: number): void {
  const [x0, y0, x1, y1] = [x * PT, (pen.paperH - y - h) * PT, (x + w) * PT, (pen.paperH - y) * PT];
  pen.page.pushOperators(
    pushGraphicsState(),
    moveTo(x0, y0),
    lineTo(x1, y0),
    lineTo(x1, y1),
    lineTo(x0, y1),
    closePath(),
    clip(),
    endPath(),
  );
}

function tileMarks(
  pen: Pen,
  room: { w: number; h: number },
  row: number,
  column: number,
  rows: number,
  columns: number,
): void {
  const still = { ...pen, sx: 1, sy: 1 };
  const [w, h] = [room.w * pen.sx, room.h * pen.sy];
  const line = (x0: number, y0: number, x1: number, y1: number) =>
    draw(still, { kind: 'line', x0, y0, x1, y1, ink: 'there' }, 0, 0);
  if (column < columns - 1) {
    line(
      MARGIN + w - OVERLAP * pen.sx,
      MARGIN + HEAD,
      MARGIN + w - OVERLAP * pen.sx,
      MARGIN + HEAD + h,
    );
  }
  if (row < rows - 1) {
    line(
      MARGIN,
      MARGIN + HEAD + h - OVERLAP * pen.sy,
      MARGIN + w,
      MARGIN + HEAD + h - OVERLAP * pen.sy,
    );
  }
}

function draw(pen: Pen, m: Mark, dx: number, dy: number): void {
  const X = (x: number) => (dx + x * pen.sx) * PT;
  const Y = (y: number) => (pen.paperH - dy - y * pen.sy) * PT;
  if (m.kind === 'text') return words(pen, m, X(m.x), Y(m.y));
  const ink = INK[m.ink];
  const color = rgb(ink.grey, ink.grey, ink.grey);
  const thickness = ink.width * PT;
  const dashArray = ink.dash ? ink.dash.split(' ').map((v) => Number(v) * PT) : undefined;
  if (m.kind === 'line') {
    return pen.page.drawLine({
      start: { x: X(m.x0), y: Y(m.y0) },
      end: { x: X(m.x1), y: Y(m.y1) },
      thickness,
      color,
      ...(dashArray ? { dashArray } : {}),
    });
  }
  if (m.kind === 'circle') {
    return pen.page.drawEllipse({
      x: X(m.x),
      y: Y(m.y),
      xScale: m.r * pen.sx * PT,
      yScale: m.r * pen.sy * PT,
      borderColor: color,
      borderWidth: thickness,
      ...(dashArray ? { borderDashArray: dashArray } : {}),
    });
  }
  const path = `${m.points.map(([x, y], i) => `${i ? 'L' : 'M'} ${((dx + x * pen.sx) * PT).toFixed(3)} ${((dy + y * pen.sy) * PT).toFixed(3)}`).join(' ')} Z`;
  pen.page.drawSvgPath(path, {
    x: 0,
    y: pen.paperH * PT,
    borderColor: color,
    borderWidth: thickness,
    ...(dashArray ? { borderDashArray: dashArray } : {}),
  });
}

/** Text in runs: the shipped face where it has the sign, the wider one elsewhere. */
function words(pen: Pen, m: Extract<Mark, { kind: 'text' }>, x: number, y: number): void {
  const size = m.mm * PT;
  const runs: Array<{ font: PDFFont; text: string }> = [];
  for (const ch of clean(m.text)) {
    const font = pen.known.has(ch.codePointAt(0)!) ? pen.text : pen.fallback;
    const last = runs[runs.length - 1];
    if (last?.font === font) last.text += ch;
    else runs.push({ font, text: ch });
  }
  const width = runs.reduce((s, r) => s + r.font.widthOfTextAtSize(r.text, size), 0);
  let shift: number;
  if (m.anchor === 'middle') shift = width / 2;
  else if (m.anchor === 'end') shift = width;
  else shift = 0;
  let at = x - shift;
  for (const r of runs) {
    pen.page.drawText(r.text, { x: at, y, size, font: r.font });
    at += r.font.widthOfTextAtSize(r.text, size);
  }
}
