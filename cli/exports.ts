/** Files of each kind of export; names come from the build's id alone. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import Module from 'manifold-3d';
import { cutOuts, measuringSheet, shellSheets, templates } from '@deft/core/cuts';
import {
  controllerSource,
  mappingLine,
  overlaySource,
  pinTable,
  sheetDxf,
  sheetSvg,
} from '@deft/core/formats';
import { type Fonts, type Paper, sheetsPdf } from '@deft/core/formats/pdf';
import { pieceMesh, stlBytes, threeMfBytes } from '@deft/core/formats/solid';
import { BadInput, type Project } from '@deft/core/model';

export const EXPORTS = ['template', 'pins', 'overlay', 'mapping', 'controller', 'shell'] as const;
export type Export = (typeof EXPORTS)[number];
export const isExport = (text: string): text is Export =>
  (EXPORTS as readonly string[]).includes(text);

export interface File {
  name: string;
  bytes: string | Uint8Array;
}

const require = createRequire(import.meta.url);

async function shippedFonts(): Promise<Fonts> {
  const at = (spec: string) => readFile(require.resolve(spec));
  const [text, fallback] = await Promise.all([
    at(
      '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
    ),
    at('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
  ]);
  return { text, fallback };
}

export async function exportFiles(p: Project, what: Export, paper: Paper): Promise<File[]> {
  if (what === 'pins') return [{ name: `${p.id}-pins.csv`, bytes: pinTable(p) }];
  if (what === 'overlay') return [{ name: `${p.id}-overlay.dts`, bytes: overlaySource(p) }];
  if (what === 'mapping') return [{ name: `${p.id}-mapping.txt`, bytes: mappingLine(p) }];
  if (what === 'controller') return [{ name: `${p.id}-pad.c`, bytes: controllerSource(p) }];
  if (what === 'shell') return shellFiles(p);
  const sheets = [...templates(p), ...templates(p, true), ...cutOuts(p)];
  const pdf = await sheetsPdf(sheets.length ? sheets : [measuringSheet()], {
    title: p.name,
    paper,
    fonts: await shippedFonts(),
  });
  return [
    { name: `${p.id}-template.pdf`, bytes: pdf },
    ...sheets.map((s) => ({ name: `${p.id}-${s.id}.svg`, bytes: sheetSvg(s, p.name) })),
  ];
}

/** STL of each piece, one 3MF, and the drawings as SVG and DXF. */
async function shellFiles(p: Project): Promise<File[]> {
  if (!p.shell.bodies.length) throw new BadInput('shell.bodies', 'This build has no shell yet.');
  const wasm = await Module();
  wasm.setup();
  const pieces = p.shell.bodies.flatMap((body) =>
    body.pieces.map((q) => ({ name: q.id, mesh: pieceMesh(wasm, body, q.id, p.cuts) })),
  );
  const sheets = p.shell.bodies.flatMap((body) => shellSheets(body, p.cuts));
  return [
    ...pieces.map((q) => ({ name: `${p.id}-${q.name}.stl`, bytes: stlBytes(q.mesh) })),
    { name: `${p.id}-shell.3mf`, bytes: threeMfBytes(pieces, p.name) },
    ...sheets.flatMap((s) => [
      { name: `${p.id}-${s.id}.svg`, bytes: sheetSvg(s, p.name) },
      { name: `${p.id}-${s.id}.dxf`, bytes: sheetDxf(s) },
    ]),
  ];
}
