import { STARTER_PARTS } from '../catalogue';
for (const id of ['pane-5-bare','drive-40','drive-50','pane-3-5-bare']) { const q = STARTER_PARTS.find(x=>x.id===id)!; console.log(id, JSON.stringify(q.ribbons), JSON.stringify(q.ports), q.blocks.map(b=>[b.id,b.kind,JSON.stringify(b.plan).slice(0,90),b.base,b.height.mm])); }
