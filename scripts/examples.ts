/** Writes the demo builds to docs/examples/ and the document's schema to docs/, so that both match the code. */
import { mkdir, writeFile } from 'node:fs/promises';
import { demos } from '../core/catalogue/index';
import { documentSchema } from '../core/formats/index';

await mkdir('docs/examples', { recursive: true });
for (const demo of demos()) {
  await writeFile(`docs/examples/${demo.id}.json`, `${JSON.stringify(demo, null, 1)}\n`);
}
await writeFile('docs/project.schema.json', `${JSON.stringify(documentSchema(), null, 1)}\n`);
