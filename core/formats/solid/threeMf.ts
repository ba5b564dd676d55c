/** 3MF: one zipped model with an object for each piece, in millimetres. */
import { strToU8, zipSync } from 'fflate';
import { svgText as xml } from '../svg';
import type { Mesh } from '../../geometry';

const n = (v: number): string => String(Math.round(v * 1e5) / 1e5);

export function threeMfBytes(
  pieces: ReadonlyArray<{ name: string; mesh: Mesh }>,
  title: string,
): Uint8Array {
  const objects = pieces.map(({ name, mesh }, i) => {
    const vertices: string[] = [];
    const triangles: string[] = [];
    for (let v = 0; v < mesh.positions.length; v += 3) {
      vertices.push(
        `<vertex x="${n(mesh.positions[v]!)}" y="${n(mesh.positions[v + 1]!)}" z="${n(mesh.positions[v + 2]!)}"/>`,
      );
    }
    for (let t = 0; t < mesh.triangles.length; t += 3) {
      triangles.push(
        `<triangle v1="${mesh.triangles[t]}" v2="${mesh.triangles[t + 1]}" v3="${mesh.triangles[t + 2]}"/>`,
      );
    }
    return `<object id="${i + 1}" type="model" name="${xml(name)}"><mesh><vertices>${vertices.join('')}</vertices><triangles>${triangles.join('')}</triangles></mesh></object>`;
  });
  const model = `<?xml version="1.0" encoding="UTF-8"?>\n<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><metadata name="Title">${xml(title)}</metadata><resources>${objects.join('')}</resources><build>${pieces.map((_, i) => `<item objectid="${i + 1}"/>`).join('')}</build></model>`;
  return zipSync(
    {
      '[Content_Types].xml': strToU8(
        '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>',
      ),
      '_rels/.rels': strToU8(
        '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
      ),
      '3D/3dmodel.model': strToU8(model),
    },
    { level: 6, mtime: new Date('1980-01-01T00:00:00Z') },
  );
}
