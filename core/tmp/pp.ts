import { puzzle, puzzleProject } from '../arrange/puzzle.fixture';
import { Arranger } from '../arrange';
import { mustRead } from '../model';
const [parts, slack, count, ms, extras, base] = process.argv.slice(2).map(Number);
let ok=0; const times:number[]=[]; const failed:string[]=[];
for (let s=1;s<=count!;s++){ const P=puzzle({parts:parts!,slack:slack!,extras:extras!==0}, s+(base||3000)); const p=mustRead(JSON.parse(JSON.stringify(puzzleProject(P)))); const a=new Arranger(p, s); const t=performance.now(); let done=false; while(!done&&performance.now()-t<ms!) done=a.work(50); const e=performance.now()-t; if(done){ok++;times.push(e);} else failed.push(`${s}:${a.progress.stood}/${a.progress.runs}`); }
times.sort((a,b)=>a-b);
console.log(`${ok}/${count}`, 'failed', failed.join(' '), 'median', times[times.length>>1]?.toFixed(0));
