import { demos } from '../catalogue';
import { applied } from '../model';
import { sceneOf, assembly, closingFindings } from '../fit';
import { check, waysOut } from '../verdict';
import { buildSteps } from '../build';
const d = demos()[1]!;
console.log(buildSteps(d).find(s=>s.id==='go-in')?.detail);
for (const lift of [10,12,14,16]) { const p = applied(d, {do:'place', placement:{...d.layout.placements.find(x=>x.item==='charger')!, on:{piece:'front'}, x:140, up:'in', lift, turn: 0}}); const s=sceneOf(p); const m=s.items.get('charger')!.mouths; console.log(lift, m.map(x=>[x.type,x.outside,x.z,x.recess]), closingFindings(s).map(f=>f.what), check(p).findings.filter(f=>f.verdict!=='clear').map(f=>f.title+' '+f.what)); }
