/** A sheet as SVG at true size: width and height in mm, one user unit a millimetre. */
import type { Correction, Ink, Mark, Sheet } from '../cuts';
import { CHECK_BAR_MM } from '../cuts';

export const INK: Readonly<Record<Ink, { width: number; dash?: string; grey: number }>> = {
  outline: { width: 0.35, grey: 0.25 },
  cut: { width: 0.35, grey: 0 },
  'by hand': { width: 0.35, grey: 0 },
  start: { width: 0.2, dash: '1.5 1', grey: 0.2 },
  there: { width: 0.25, dash: '3 1.5', grey: 0.5 },
  datum: { width: 0.9, grey: 0 },
  thin: { width: 0.12, grey: 0.45 },
};
const colour = (grey: number): string =>
  `#${Math.round(grey * 255)
    .toString(16)
    .padStart(2, '0')
    .repeat(3)}`;
/** Text that is safe in markup; control characters are dropped. */
export const svgText = (text: string): string =>
  text
    .replace(/[\u0000-\u001f\u007f]/g, ' ')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
    .replace(/'/g, '&#39;');
const n = (v: number): string => String(Math.round(v * 1000) / 1000);

function mark(m: Mark): string {
  if (m.kind === 'text') {
    return `<text x="${n(m.x)}" y="${n(m.y)}" font-size="${n(m.mm)}"${m.anchor && m.anchor !== 'start' ? ` text-anchor="${m.anchor}"` : ''}>${svgText(m.text)}</text>`;
  }
  const ink = INK[m.ink];
  const style = `fill="none" stroke="${colour(ink.grey)}" stroke-width="${ink.width}"${ink.dash ? ` stroke-dasharray="${ink.dash}"` : ''}`;
  if (m.kind === 'circle') return `<circle cx="${n(m.x)}" cy="${n(m.y)}" r="${n(m.r)}" ${style}/>`;
  if (m.kind === 'line') {
    return `<line x1="${n(m.x0)}" y1="${n(m.y0)}" x2="${n(m.x1)}" y2="${n(m.y1)}" ${style}/>`;
  }
  return `<polygon points="${m.points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')}" ${style}/>`;
}

/** @param build  the build's name, for the title line */
export function sheetSvg(
  sheet: Sheet,
  build: string,
  correction: Correction = { along: 1, across: 1 },
): string {
  const head = 16;
  const w = Math.max(sheet.w, 80);
  const h = sheet.h + head + 8;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w * correction.along)}mm" height="${n(h * correction.across)}mm" viewBox="0 0 ${n(w)} ${n(h)}" preserveAspectRatio="none" font-family="'Atkinson Hyperlegible Next', sans-serif">`,
    `<title>${svgText(`${build}: ${sheet.title}`)}</title>`,
    `<text x="2" y="5" font-size="3.6">${svgText(`${build}: ${sheet.title}`)}</text>`,
    `<text x="2" y="9.5" font-size="2.8">${svgText(sheet.note)}</text>`,
    ...[
      mark({ kind: 'line', x0: 2, y0: 13, x1: 2 + CHECK_BAR_MM, y1: 13, ink: 'outline' }),
      mark({ kind: 'text', x: 4 + CHECK_BAR_MM, y: 14, mm: 2.6, text: '50 mm along' }),
      mark({ kind: 'line', x0: w - 2, y0: 2, x1: w - 2, y1: 2 + CHECK_BAR_MM, ink: 'outline' }),
    ],
    `<g transform="translate(0 ${head})">`,
    ...sheet.marks.map(mark),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}
