import { demos } from '../catalogue';
import { sceneOf } from '../fit';
import { buttonMap } from '../controls';
import { wiring, fieldOf, netsOf } from '../wiring';
const ps = demos();
for (const p of ps) { const s = sceneOf(p); const map = buttonMap(p, s); wiring(p,s,map); const t0=performance.now(); fieldOf(s); const t1=performance.now(); netsOf(p,s,map); const t2=performance.now();  const w = wiring(p,s,map); console.log('==',p.name, (t1-t0).toFixed(1), (t2-t1).toFixed(1), (performance.now()-t2).toFixed(1)+'ms', w.wires.length,  w.findings.length); for (const b of w.bundles) console.log('  ',b.name, b.nets.length, b.across.toFixed(1), b.crosses, b.closedMm?.toFixed(0), b.open?.mm.toFixed(0)); }
console.log(ps[1]!.kit.parts.filter(q=>q.charger||q.cell).map(q=>[q.id,q.pads.map(x=>x.name)]));
