/** Writes a mesh as a STEP file of flat facets, so that the STEP reader has something to read. */
import type { Mesh } from '../../geometry';

export function stepText(m: Mesh, unit: 'mm' | 'inch' = 'mm'): string {
  const lines: string[] = [];
  const put = (text: string): string => {
    lines.push(`#${lines.length + 1}=${text};`);
    return `#${lines.length}`;
  };
  const mm = put('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))');
  const rad = put('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
  const sr = put('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
  const size =
    unit === 'mm'
      ? mm
      : (() => {
          const d = put('DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.)');
          const f = put(`LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),${mm})`);
          return put(`(CONVERSION_BASED_UNIT('INCH',${f})LENGTH_UNIT()NAMED_UNIT(${d}))`);
        })();
  const off = put(
    `UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(1.E-05),${size},'distance_accuracy_value','')`,
  );
  const context = put(
    `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((${off}))GLOBAL_UNIT_ASSIGNED_CONTEXT((${size},${rad},${sr}))REPRESENTATION_CONTEXT('',''))`,
  );
  const points: string[] = [];
  for (let v = 0; v < m.positions.length; v += 3) {
    points.push(
      put(
        `CARTESIAN_POINT('',(${[0, 1, 2]
          .map((k) => {
            const t = m.positions[v + k]!.toFixed(5);
            return t.includes('.') ? t : `${t}.`;
          })
          .join(',')}))`,
      ),
    );
  }
  const faces: string[] = [];
  for (let t = 0; t < m.triangles.length; t += 3) {
    const loop = put(
      `POLY_LOOP('',(${[0, 1, 2].map((k) => points[m.triangles[t + k]!]).join(',')}))`,
    );
    faces.push(
      put(`FACE_SURFACE('',(${put(`FACE_OUTER_BOUND('',${loop},.T.)`)}),${plane(t)},.T.)`),
    );
  }
  function plane(t: number): string {
    const p = (k: number) =>
      [0, 1, 2].map((c) => m.positions[3 * m.triangles[t + k]! + c]!) as [number, number, number];
    const [a, b, c] = [p(0), p(1), p(2)];
    const u = b.map((v, i) => v - a[i]!);
    const w = c.map((v, i) => v - a[i]!);
    const n = [
      u[1]! * w[2]! - u[2]! * w[1]!,
      u[2]! * w[0]! - u[0]! * w[2]!,
      u[0]! * w[1]! - u[1]! * w[0]!,
    ];
    const len = Math.hypot(...n) || 1;
    const ul = Math.hypot(...u) || 1;
    const dir = (v: number[], l: number) =>
      put(`DIRECTION('',(${v.map((q) => (q / l).toFixed(8)).join(',')}))`);
    return put(
      `PLANE('',${put(`AXIS2_PLACEMENT_3D('',${points[m.triangles[t]!]},${dir(n, len)},${dir(u, ul)})`)})`,
    );
  }
  const brep = put(`FACETED_BREP('half',${put(`CLOSED_SHELL('',(${faces.join(',')}))`)})`);
  const shape = put(`FACETED_BREP_SHAPE_REPRESENTATION('half',(${brep}),${context})`);
  const app = put("APPLICATION_CONTEXT('automotive design')");
  const pc = put(`PRODUCT_CONTEXT('',${app},'mechanical')`);
  const product = put(`PRODUCT('half','half','',(${pc}))`);
  const formation = put(`PRODUCT_DEFINITION_FORMATION('','',${product})`);
  const dc = put(`PRODUCT_DEFINITION_CONTEXT('part definition',${app},'design')`);
  const def = put(`PRODUCT_DEFINITION('design','',${formation},${dc})`);
  put(`SHAPE_DEFINITION_REPRESENTATION(${put(`PRODUCT_DEFINITION_SHAPE('','',${def})`)},${shape})`);
  put(`APPLICATION_PROTOCOL_DEFINITION('international standard','automotive_design',2000,${app})`);
  return `ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('half','2026-01-01T00:00:00',(''),(''),'','','');\nFILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));\nENDSEC;\nDATA;\n${lines.join('\n')}\nENDSEC;\nEND-ISO-10303-21;\n`;
}
