import { puzzle, type Puzzle, type PuzzleClass } from '../arrange/puzzle.fixture';
import { seeded } from '../geometry';
interface Or { w: number; h: number; rects: Float64Array; xs?: [number,number]; ys?: [number,number] } // xs domain
function orients(p: Puzzle['parts'][number], P: Puzzle): Or[] {
  const out: Or[] = [];
  const W0 = Math.max(...p.rects.map(r=>r.x+r.w)), H0 = Math.max(...p.rects.map(r=>r.y+r.h));
  const turns = [0,1,2,3];
  const seen = new Set<string>();
  for (const t of turns) {
    const rs = p.rects.map(r => { let {x,y,w,h} = r; let cw=W0,ch=H0; for (let k=0;k<t;k++){ [x,y,w,h] = [ch-y-h, x, h, w]; [cw,ch]=[ch,cw]; } return [x,y,w,h]; });
    const w = t%2?H0:W0, h = t%2?W0:H0;
    const sides = ['left','bottom','right','top'] as const; // ccw turn: left->bottom->right->top
    const side = p.port ? sides[(sides.indexOf(p.port)+t)%4] : undefined;
    const key = JSON.stringify([rs.map(r=>r.map(v=>v.toFixed(4))),side]);
    if (seen.has(key)) continue; seen.add(key);
    let [x0,x1,y0,y1] = p.tall ? [P.deep.x,P.deep.x+P.deep.w-w,P.deep.y,P.deep.y+P.deep.h-h] : [0,P.w-w,0,P.h-h];
    if (side==='left') x1=0; if (side==='right') x0=x1=P.w-w; if (side==='bottom') y1=0; if (side==='top') y0=y1=P.h-h;
    if (x1 < x0-1e-9 || y1<y0-1e-9) continue;
    out.push({ w, h, rects: Float64Array.from(rs.flat()), xs:[x0,Math.max(x0,x1)], ys:[y0,Math.max(y0,y1)] });
  }
  return out;
}
const EPS=1e-7; const depth=(dx:number,dy:number)=> MODE===0? Math.min(dx,dy) : MODE===1 ? dx*dy/20 : Math.sqrt(dx*dy);
export function solve(P: Puzzle, seed: number, ms: number): { ok: boolean; ms: number; iters: number } {
  const t0 = performance.now(), random = seeded(seed), n = P.parts.length, O = P.parts.map(p=>orients(p,P));
  const o = new Array<Or>(n), X = new Float64Array(n), Y = new Float64Array(n), wt = new Float64Array(n*n), wp = new Float64Array(n*P.posts.length);
  const posts = P.posts;
  const start = () => { for (let i=0;i<n;i++){ o[i]=O[i]![Math.floor(random()*O[i]!.length)]!; X[i]=o[i]!.xs![0]+random()*(o[i]!.xs![1]-o[i]!.xs![0]); Y[i]=o[i]!.ys![0]+random()*(o[i]!.ys![1]-o[i]!.ys![0]); } wt.fill(1); wp.fill(1); };
  const pair = (a: Or, ax: number, ay: number, b: Or, bx: number, by: number): number => {
    let dx = Math.min(ax+a.w-bx, bx+b.w-ax), dy = Math.min(ay+a.h-by, by+b.h-ay);
    if (dx<=EPS||dy<=EPS) return 0;
    const A=a.rects,B=b.rects;
    if (A.length===4&&B.length===4) return depth(dx,dy);
    let s=0;
    for (let i=0;i<A.length;i+=4) for (let j=0;j<B.length;j+=4) { const px=ax+A[i]!,py=ay+A[i+1]!,qx=bx+B[j]!,qy=by+B[j+1]!; dx=Math.min(px+A[i+2]!-qx,qx+B[j+2]!-px); dy=Math.min(py+A[i+3]!-qy,qy+B[j+3]!-py); if(dx>EPS&&dy>EPS) s+=depth(dx,dy); }
    return s;
  };
  const post = (a: Or, ax: number, ay: number, k: number): number => { const q=posts[k]!; let s=0; const A=a.rects; for(let i=0;i<A.length;i+=4){ const px=ax+A[i]!,py=ay+A[i+1]!,w=A[i+2]!,h=A[i+3]!; const dx=Math.max(px-q.x,0,q.x-px-w),dy=Math.max(py-q.y,0,q.y-py-h); const d=Math.hypot(dx,dy); if(d<q.r-EPS){ s+= d>0? q.r-d : q.r+Math.min(q.x-px,px+w-q.x,q.y-py,py+h-q.y);} } return s; };
  let iters=0;
  const cx=new Float64Array(4000), cy=new Float64Array(4000), near=new Int32Array(n);
  const place = (i: number): void => {
    let best=Infinity, bo=o[i]!, bx=X[i]!, by=Y[i]!, ties=0;
    // others by weight desc for early out
    const others: number[]=[]; for(let j=0;j<n;j++) if(j!==i) others.push(j);
    for (const a of O[i]!) {
      const x0=a.xs![0],x1=a.xs![1],y0=a.ys![0],y1=a.ys![1],A=a.rects; let nx=0;
      cx[nx++]=x0; if(x1>x0) { cx[nx++]=x1; for(const j of others){ const B=o[j]!.rects; for(let p=0;p<B.length;p+=4) for(let q=0;q<A.length;q+=4){ const u=X[j]!+B[p]!+B[p+2]!-A[q]!, v=X[j]!+B[p]!-A[q]!-A[q+2]!; if(u>x0&&u<x1) cx[nx++]=u; if(v>x0&&v<x1) cx[nx++]=v; } } for(const q of posts){ const u=q.x+q.r,v=q.x-q.r-a.w; if(u>x0&&u<x1) cx[nx++]=u; if(v>x0&&v<x1) cx[nx++]=v; } }
      for(let ix=0;ix<nx;ix++){ const x=cx[ix]!; let m=0;
        for(const j of others){ if(Math.min(x+a.w-X[j]!,X[j]!+o[j]!.w-x)>EPS) near[m++]=j; }
        let ny=0; cy[ny++]=y0;
        if(y1>y0){ cy[ny++]=y1; for(let k=0;k<m;k++){ const j=near[k]!, B=o[j]!.rects; for(let p=0;p<B.length;p+=4) for(let q=0;q<A.length;q+=4){ const u=Y[j]!+B[p+1]!+B[p+3]!-A[q+1]!, v=Y[j]!+B[p+1]!-A[q+1]!-A[q+3]!; if(u>y0&&u<y1) cy[ny++]=u; if(v>y0&&v<y1) cy[ny++]=v; } } for(const q of posts) if(q.x+q.r>x&&q.x-q.r<x+a.w){ const u=q.y+q.r,v=q.y-q.r-a.h; if(u>y0&&u<y1) cy[ny++]=u; if(v>y0&&v<y1) cy[ny++]=v; } }
        for(let iy=0;iy<ny;iy++){ const y=cy[iy]!; let e=0;
          for(let k=0;k<m;k++){ const j=near[k]!; const d=pair(a,x,y,o[j]!,X[j]!,Y[j]!); if(d>0){ e+=d*wt[i*n+j]!; if(e>best){ if(k>0){ near[k]=near[0]!; near[0]=j; } break; } } }
          if(e>best) continue;
          for(let k=0;k<posts.length&&e<=best;k++) e+=post(a,x,y,k)*wp[i*posts.length+k]!;
          if(e<best-1e-9){ best=e;bo=a;bx=x;by=y;ties=1; } else if(e<=best+1e-9){ ties++; if(random()*ties<1){bo=a;bx=x;by=y;} }
        }
      }
    }
    o[i]=bo;X[i]=bx;Y[i]=by;
  };
  let stale=0, least=Infinity, global=Infinity, tries=0; let bo_=o.slice(); const bX=new Float64Array(n), bY=new Float64Array(n); const KICK=Number(E.KICK??0), KN=Number(E.KN??2);
  start();
  for(;;){
    // colliding
    let total=0; const coll:number[]=[];
    for(let i=0;i<n;i++){ let e=0; for(let j=0;j<n;j++) if(j!==i) e+=pair(o[i]!,X[i]!,Y[i]!,o[j]!,X[j]!,Y[j]!); for(let k=0;k<posts.length;k++) e+=post(o[i]!,X[i]!,Y[i]!,k); if(e>0){coll.push(i); total+=e;} }
    if(!coll.length) return { ok:true, ms: performance.now()-t0, iters };
    if(performance.now()-t0>ms) return { ok:false, ms: performance.now()-t0, iters };
    if(total<least-1e-6){least=total;stale=0; bo_=o.slice(); bX.set(X); bY.set(Y); if(total<global-1e-6){global=total;tries=0;} }
    else if(++stale>STALE){ stale=0; least=Infinity; if(KICK===0||++tries>KICK){ start(); tries=0; global=Infinity; continue; }
      for(let i=0;i<n;i++){o[i]=bo_[i]!;} X.set(bX);Y.set(bY); wt.fill(1); wp.fill(1);
      for(let q=0;q<KN;q++){ const i=Math.floor(random()*n), j=Math.floor(random()*n); const cx1=X[i]!+o[i]!.w/2,cy1=Y[i]!+o[i]!.h/2,cx2=X[j]!+o[j]!.w/2,cy2=Y[j]!+o[j]!.h/2; const put=(k:number,x:number,y:number)=>{ const c=O[k]![Math.floor(random()*O[k]!.length)]!; o[k]=c; X[k]=Math.max(c.xs![0],Math.min(c.xs![1],x-c.w/2)); Y[k]=Math.max(c.ys![0],Math.min(c.ys![1],y-c.h/2)); }; put(i,cx2,cy2); put(j,cx1,cy1); }
      continue; }
    for(let k=coll.length-1;k>0;k--){const r=Math.floor(random()*(k+1)); [coll[k],coll[r]]=[coll[r]!,coll[k]!];}
    for(const i of coll){ let e=0; for(let j=0;j<n&&!e;j++) if(j!==i) e+=pair(o[i]!,X[i]!,Y[i]!,o[j]!,X[j]!,Y[j]!); for(let k=0;k<posts.length&&!e;k++) e+=post(o[i]!,X[i]!,Y[i]!,k); if(e>0){ place(i); iters++; } }
    // weights
    let mx=0; for(let i=0;i<n;i++) for(let j=i+1;j<n;j++){ mx=Math.max(mx,pair(o[i]!,X[i]!,Y[i]!,o[j]!,X[j]!,Y[j]!)); }
    for(let i=0;i<n;i++) { for(let j=i+1;j<n;j++){ const d=pair(o[i]!,X[i]!,Y[i]!,o[j]!,X[j]!,Y[j]!); const w=d>0? wt[i*n+j]!*(UP0+(UP1-UP0)*d/mx) : Math.max(1,wt[i*n+j]!*DECAY); wt[i*n+j]=wt[j*n+i]=w; }
      for(let k=0;k<posts.length;k++){ const d=post(o[i]!,X[i]!,Y[i]!,k); const q=i*posts.length+k; wp[q]= d>0? wp[q]!*UP0 : Math.max(1,wp[q]!*DECAY); } }
  }
}
let STALE=400; const E=process.env, UP0=Number(E.UP0??1.2), UP1=Number(E.UP1??2), DECAY=Number(E.DECAY??0.95), MODE=Number(E.MODE??0);
const [parts, slack, count, ms, st, extras] = process.argv.slice(2).map(Number);
STALE = st || 400;
const c: PuzzleClass = { parts: parts!, slack: slack!, extras: extras!==0 };
let ok=0; const times:number[]=[]; let it=0, tt=0;
const failed: number[]=[]; for (let s=1;s<=count!;s++){ const P=puzzle(c, s+1000); const r=solve(P,s,ms!); if(r.ok){ok++;times.push(r.ms);} else failed.push(s); it+=r.iters; tt+=r.ms; }
times.sort((a,b)=>a-b);
console.log(JSON.stringify(c), `${ok}/${count}`, 'failed', failed.join(' '), 'median', times[times.length>>1]?.toFixed(0), 'moves/s', (it/tt*1000).toFixed(0));
