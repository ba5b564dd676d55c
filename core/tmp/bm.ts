import { puzzle } from '../arrange/puzzle.fixture';
import { packProblem } from '../arrange/puzzleProblem.fixture';
import { fill } from '../arrange/beam';
import { Packer } from '../arrange/packer';
import { seeded } from '../geometry';
const [parts, slack, count, ms, extras, base] = process.argv.slice(2).map(Number);
let ok=0, viaPk=0; const times:number[]=[]; const failed:string[]=[]; 
for (let s=1;s<=count!;s++){ const P=puzzle({parts:parts!,slack:slack!,extras:extras!==0}, s+(base||1000)); const pr=packProblem(P), pk=new Packer(pr,s), random=seeded(s); const t=performance.now(); let done=false, runs=0, most=0, width=Number(process.env.BW??200);
 while(!done&&performance.now()-t<ms!){ const f={x:random()<0.5,y:random()<0.5,swap:random()<0.5}; const g=fill(pr,{w:P.w,h:P.h},f,width,random); let r=g.next(); while(!r.done&&performance.now()-t<ms!) r=g.next(); runs++; if(r.done){ const k=r.value.filter(x=>x).length; most=Math.max(most,k); if(k===parts) done=true; else if(Number(process.env.PK) && k>=parts!-2) { pk.from(r.value); if(pk.work(Number(process.env.PK))) {done=true; viaPk++;} } } width=Math.min(width*Number(process.env.GR??1.5),Number(process.env.CAP??6000)); }
 const e=performance.now()-t; if(done){ok++;times.push(e);} else failed.push(s+':'+most+'/'+runs); }
times.sort((a,b)=>a-b);
console.log(`${ok}/${count}`, 'failed', failed.join(' '), 'viaPk', viaPk, 'median', times[times.length>>1]?.toFixed(0));
