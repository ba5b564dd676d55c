import { puzzle } from '../arrange/puzzle.fixture';
import { packProblem } from '../arrange/puzzleProblem.fixture';
import { Packer } from '../arrange/packer';
const [parts, slack, count, ms, extras, base] = process.argv.slice(2).map(Number);
let ok=0; const times:number[]=[]; const failed:number[]=[]; let it=0, tt=0;
for (let s=1;s<=count!;s++){ const P=puzzle({parts:parts!,slack:slack!,extras:extras!==0}, s+(base||1000)); const k=new Packer(packProblem(P), s); const t=performance.now(); let done=false; while(!done&&performance.now()-t<ms!) done=k.work(50); const e=performance.now()-t; if(done){ok++;times.push(e);} else failed.push(s); it+=k.moves; tt+=e; }
times.sort((a,b)=>a-b);
console.log(`${ok}/${count}`, 'failed', failed.join(' '), 'median', times[times.length>>1]?.toFixed(0), 'moves/s', (it/tt*1000).toFixed(0));
