/** The full count of legal odd files: 500 of each format, all read, each holding what was drawn. */
import occt from 'occt-import-js';
import { readDxf, readSvg } from '../core/formats/drawing';
import { readMeshFile, readStep } from '../core/formats/mesh';
import { type DrawingFormat, ODD_DRAWINGS, oddDrawing } from '../core/formats/odd/drawing.fixture';
import { wrongDrawing, wrongMesh } from '../core/formats/odd/judge.fixture';
import { type MeshFormat, ODD_MESHES, oddMesh } from '../core/formats/odd/mesh.fixture';
import { ODD_TABLES, oddTable, type TableFormat } from '../core/formats/odd/table.fixture';

const FILES = 500;
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const reader = await occt({
  print: () => undefined,
  printErr: () => undefined,
});

async function wrongOf(format: string, seed: number): Promise<string | undefined> {
  if (format in ODD_MESHES) {
    const odd = oddMesh(format as MeshFormat, seed);
    return wrongMesh(await readMeshFile(odd.bytes, async (b) => readStep(b, reader)), odd);
  }
  if (format in ODD_DRAWINGS) {
    const odd = oddDrawing(format as DrawingFormat, seed);
    return wrongDrawing((format === 'svg' ? readSvg : readDxf)(odd.text), odd);
  }
  return oddTable(format as TableFormat, seed).wrong();
}

const formats = [ODD_MESHES, ODD_DRAWINGS, ODD_TABLES].flatMap((f) => Object.keys(f));
let refused = 0;
let wrong = 0;
for (const format of formats) {
  for (let seed = 1; seed <= FILES; seed++) {
    try {
      const said = await wrongOf(format, seed);
      if (said === undefined) continue;
      wrong++;
      say(`${format} ${seed}: ${said}`);
    } catch (e) {
      refused++;
      say(`${format} ${seed}: refused: ${(e as Error).message}`);
    }
  }
}
say(
  `${formats.length} formats (${formats.join(', ')}), ${FILES} legal odd files of each, seeds 1 to ${FILES}: ${refused} refused, ${wrong} not as drawn`,
);
process.exit(refused + wrong ? 1 : 0);
