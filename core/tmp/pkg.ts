import { puzzle } from '../arrange/puzzle.fixture';
import { packProblem } from '../arrange/puzzleProblem.fixture';
import { Packing } from '../arrange/packing';
const [parts, slack, count, ms, extras, base] = process.argv.slice(2).map(Number);
let ok=0; const times:number[]=[]; const failed:number[]=[];
for (let s=1;s<=count!;s++){ const P=puzzle({parts:parts!,slack:slack!,extras:extras!==0}, s+(base||3000)); const k=new Packing(packProblem(P), P, true, s); const t=performance.now(); let done; while(!done&&performance.now()-t<ms!) done=k.work(200); const e=performance.now()-t; if(done){ok++;times.push(e);} else failed.push(s); }
times.sort((a,b)=>a-b);
console.log(`${ok}/${count}`, 'failed', failed.join(' '), 'median', times[times.length>>1]?.toFixed(0));
