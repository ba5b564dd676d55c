import { puzzle, puzzleProject } from '../arrange/puzzle.fixture';
import { mustRead } from '../model';
import { Checker, firstPlace } from '../fit';
import { problemOf } from '../arrange/problem';
import { Packing } from '../arrange/packing';
import { Arranger } from '../arrange';
const P=puzzle({parts:16,slack:0.1,extras:true}, 3001); const p0=mustRead(JSON.parse(JSON.stringify(puzzleProject(P))));
const p={...p0, layout:{placements:p0.kit.items.map(i=>({...firstPlace(p0,i.id)!, held:'jig' as const}))}};
const c=new Checker(new Arranger(p0,1).project); const g={checker:c, placed:new Set<string>(), random:()=>0.5};
const r=problemOf(g, p.kit.items.map(i=>i.id));
console.log('flat', r.flat, r.space, r.problem.rounds.length/5, r.problem.blocks.length/6);
r.ways.forEach((w,i)=>console.log(r.ids[i], P.parts[i]!.port, P.parts[i]!.tall, P.parts[i]!.rects.length, w.length, w.slice(0,3).map(v=>[v.rects.length/6, v.x0.toFixed(2),v.x1.toFixed(2),v.y0.toFixed(2),v.y1.toFixed(2), v.rects[4], v.rects[5], (v.place.on as any).piece].join(' '))));
const k=new Packing(r.problem, r.space, r.flat, 3); let f; const t=performance.now(); while(!f&&performance.now()-t<10000) f=k.work(200); console.log('found', !!f, (performance.now()-t).toFixed(0));
if(f){ f.forEach((q,i)=>{ const {place}=r.ways[i]![q.variant]!; c.move({...place, x:place.x+q.x+r.dx, y: place.y+q.y+r.dy}); }); console.log(c.findings().filter(x=>x.verdict==='hit').map(x=>x.title+' '+x.what)); }
