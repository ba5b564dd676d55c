/** `npm run prove templates`: sheets of random shells laid over the shells as solids. */
import { drawnShell, slicesOf } from '../core/cuts/slices.fixture';

const [count = 1000] = process.argv.slice(2).map(Number);
let sheets = 0;
let curved = 0;
let leaning = 0;
let twofold = 0;
const off: string[] = [];
for (let seed = 1; seed <= count; seed++) {
  const p = drawnShell(seed);
  const pieces = p.shell.bodies.flatMap((b) => b.pieces);
  curved += Number(pieces.some((q) => q.profile));
  leaning += Number(pieces.some((q) => q.draftDeg));
  twofold += Number(p.shell.bodies.length > 1);
  const found = slicesOf(p);
  sheets += found.sheets;
  off.push(...found.off.map((s) => `seed ${seed}: ${s}`));
}
for (const line of off.slice(0, 40)) process.stdout.write(`${line}\n`);
process.stdout.write(
  `seeds 1 to ${count}: ${sheets} sheets of faces, both ways up, and walls (${curved} shells curved, ${leaning} leaning, ${twofold} of two bodies); ${off.length} with a line more than 0.05 mm beside the solid\n`,
);
process.exit(off.length ? 1 : 0);
