/** Kit: what goes in, on the bench in plan and on end, with what may come off it. */
import { useState } from 'react';
import { Button, Checkbox, Input, Segmented } from 'antd';
import { firstPlace } from '@deft/core/fit';
import { findParts, planSize, removals, thickness } from '@deft/core/kit';
import { formatMm, freshId, type Part, type Project } from '@deft/core/model';
import { useSize } from '../../ui/useSize';
import { useBuild } from '../../state/build';
import { BillView } from './BillView';
import { MeasurePart } from './MeasurePart';
import { PartDrawing } from './PartDrawing';
import { PicturePlanner } from './PicturePlanner';
import { PinTable } from './PinTable';
import { SlimTo } from './SlimTo';

/** The document with one more item of a part, laid in the shell if there is one. */
export function withPart(p: Project, part: Part): Project {
  const parts = p.kit.parts.some((x) => x.id === part.id) ? p.kit.parts : [...p.kit.parts, part];
  const id = freshId(p, part.id);
  const twin = p.kit.items.filter((i) => i.part === part.id).length;
  const next: Project = { ...p, kit: { parts, items: [...p.kit.items, { id, part: part.id, name: twin ? `${part.name} (${twin + 1})`.slice(0, 200) : part.name, struck: [] }] } };
  const at = firstPlace(next, id);
  return at ? { ...next, layout: { placements: [...next.layout.placements, at] } } : next;
}

export default function KitStation() {
  const { doc, edit, library } = useBuild();
  const [ref, size] = useSize<HTMLDivElement>();
  const [chosen, choose] = useState<string | undefined>(doc.kit.items[0]?.id);
  const [query, setQuery] = useState('');
  const [side, setSide] = useState<'top' | 'bottom'>('top');
  const [view, setView] = useState<'off' | 'pins' | 'picture' | 'mine'>('off');
  const [lit, light] = useState<string>();
  const [bill, setBill] = useState(false);
  const item = doc.kit.items.find((i) => i.id === chosen) ?? doc.kit.items[0];
  const part = item && doc.kit.parts.find((p) => p.id === item.part);
  const found = findParts(library, query).slice(0, 60);
  const add = (q: Part) => { edit((p) => { const next = withPart(p, q); choose(next.kit.items[next.kit.items.length - 1]!.id); return next; }); };
  const strike = (block: string, off: boolean) => item && edit((p) => ({ ...p, kit: { ...p.kit, items: p.kit.items.map((i) => (i.id === item.id ? { ...i, struck: off ? [...i.struck, block] : i.struck.filter((b) => b !== block) } : i)) } }));
  const drop = (id: string) => edit((p) => ({ ...p, kit: { parts: p.kit.parts.filter((q) => p.kit.items.some((i) => i.id !== id && i.part === q.id)), items: p.kit.items.filter((i) => i.id !== id) }, layout: { placements: p.layout.placements.filter((x) => x.item !== id && !('item' in x.on && x.on.item === id)) }, wiring: { nets: p.wiring.nets.filter((n) => !n.ends.some((e) => e.item === id)) } }));
  /** My own version of this part: a copy of its own, so that the catalogue's stays as it is. */
  const mine = () => part && item && edit((p) => {
    if (part.source === 'mine') return p;
    const ids = new Set([...p.kit.parts.map((q) => q.id), ...library.map((q) => q.id)]);
    let id = `${part.id}-mine`;
    for (let n = 2; ids.has(id); n++) id = `${part.id}-mine-${n}`;
    const copy: Part = { ...part, id, name: `${part.name}, mine`.slice(0, 200), source: 'mine' };
    return { ...p, kit: { parts: [...p.kit.parts.filter((q) => q.id !== part.id || p.kit.items.some((i) => i.id !== item.id && i.part === q.id)), copy], items: p.kit.items.map((i) => (i.id === item.id ? { ...i, part: id } : i)) } };
  });
  const change = (q: Part) => edit((p) => ({ ...p, kit: { ...p.kit, parts: p.kit.parts.map((x) => (x.id === q.id ? q : x)) } }), part && q.name !== part.name ? `name ${q.id}` : undefined);
  return (
    <>
      <div className="split">
        <div className="left">
          <div className="row"><h2 className="grow">In this build <span className="note">{doc.kit.items.length} parts</span></h2><Button size="small" type={bill ? 'primary' : 'default'} aria-pressed={bill} onClick={() => setBill((b) => !b)}>Bill</Button></div>
          <div className="list">
            {doc.kit.items.map((i) => {
              const q = doc.kit.parts.find((x) => x.id === i.part)!;
              return (
                <div key={i.id} className={`row ${item?.id === i.id ? 'sel' : ''}`}>
                  <button type="button" className="plain grow" onClick={() => { choose(i.id); setBill(false); }} aria-pressed={!bill && item?.id === i.id}><b style={{ fontWeight: 600 }}>{i.name}</b><br /><span className="note">{formatMm(planSize(q.blocks).w, 0)} × {formatMm(planSize(q.blocks).h, 0)} × {formatMm(thickness(q, i.struck).value, 1)} mm, {q.source === 'mine' ? 'measured' : 'typical'}</span></button>
                  <Button size="small" type="text" aria-label={`Remove ${i.name}`} onClick={() => drop(i.id)}>Remove</Button>
                </div>
              );
            })}
            {!doc.kit.items.length && <p className="note">Nothing yet. Search at the right, for example "65 x 56 board" or "2.8 screen SPI".</p>}
          </div>
        </div>
        <div className="centre">
          {bill && <BillView />}
          <div className="mat" ref={ref} style={{ flex: view === 'picture' ? '0 0 210px' : '0 0 430px', ...(bill ? { display: 'none' } : {}) }}>{part && item && size.w > 0 && <PartDrawing part={part} struck={item.struck} width={size.w} height={size.h} side={side} lit={lit} onBlock={(b) => light(lit === b ? undefined : b)} />}</div>
          {!bill && part && item && (
            <div className="sheet">
              <div className="row"><h1 className="grow">{item.name}</h1>
                <Segmented size="small" aria-label="Seen from" value={side} onChange={(v) => setSide(v as 'top' | 'bottom')} options={[{ value: 'top', label: 'From the top' }, { value: 'bottom', label: 'From the soldering side' }]} />
                <Segmented size="small" aria-label="Show" value={view} onChange={(v) => { if (v === 'mine') mine(); setView(v as typeof view); }} options={[{ value: 'off', label: 'Comes off' }, { value: 'pins', label: 'Pins' }, ...(part.screen ? [{ value: 'picture', label: 'Picture' }] : []), { value: 'mine', label: 'Measure my own' }]} />
              </div>
              <p className="note">{part.note} {thickness(part, item.struck).working[0]}</p>
              {view === 'off' && <>{part.blocks.some((b) => b.removable) && <SlimTo key={item.id} part={part} struck={item.struck} onStrike={(ids) => edit((p) => ({ ...p, kit: { ...p.kit, items: p.kit.items.map((i) => (i.id === item.id ? { ...i, struck: [...new Set([...i.struck, ...ids])] } : i)) } }))} onLight={light} />}<Slimming part={part} struck={item.struck} onStrike={strike} onLight={light} /></>}
              {view === 'picture' && part.screen && <PicturePlanner part={part} />}
              {view === 'pins' && <PinTable part={part} />}
              {view === 'mine' && part.source === 'mine' && <MeasurePart part={part} onChange={change} />}
            </div>
          )}
        </div>
      </div>
      <aside className="side" aria-label="Library">
        <h2>Library <span className="note">{library.length} parts</span></h2>
        <Input.Search allowClear aria-label="Search parts" placeholder="65 x 56 board, 40-pin" value={query} onChange={(e) => setQuery(e.target.value)} />
        <div className="list">
          {found.map((q) => (
            <div key={q.id} className="row" style={{ flexWrap: 'nowrap' }}>
              <div className="grow"><b style={{ fontWeight: 600 }}>{q.name}</b><br /><span className="note">{formatMm(planSize(q.blocks).w, 0)} × {formatMm(planSize(q.blocks).h, 0)} × {formatMm(thickness(q, []).value, 1)} mm{q.price === undefined ? '' : ` · ${q.price}`}{q.source === 'mine' ? ' · mine' : ''}</span></div>
              <Button size="small" aria-label={`Add ${q.name}`} onClick={() => add(q)}>Add</Button>
            </div>
          ))}
          {!found.length && <p className="note">No part answers all of that. Add the nearest one and measure your own.</p>}
        </div>
        <p className="note">Sizes are typical for each class until you measure yours.</p>
      </aside>
    </>
  );
}

function Slimming({ part, struck, onStrike, onLight }: { part: Part; struck: readonly string[]; onStrike(block: string, off: boolean): void; onLight(b: string | undefined): void }) {
  const rows = part.blocks.filter((b) => b.removable);
  if (!rows.length) return <p className="note">Nothing comes off this one.</p>;
  const saves = new Map(removals(part, struck).map((r) => [r.block.id, r]));
  return (
    <table className="plain">
      <thead><tr><th>Off</th><th>Block</th><th>Saves</th><th>With</th><th>Lost</th><th>Mind</th></tr></thead>
      <tbody>
        {rows.map((b) => {
          const r = saves.get(b.id);
          const off = struck.includes(b.id);
          return (
            <tr key={b.id} onMouseEnter={() => onLight(b.id)} onMouseLeave={() => onLight(undefined)}>
              <td><Checkbox aria-label={`Take off ${b.name}`} checked={off} onChange={(e) => onStrike(b.id, e.target.checked)} /></td><td>{b.name}</td><td className="nowrap">{off ? 'off' : r && r.saves > 0.05 ? `${r.saves.toFixed(1)} mm` : 'nothing yet'}</td>
              <td>{b.removable!.tool}, {b.removable!.difficulty}/5</td><td>{b.removable!.lost}</td><td className="note">{b.removable!.risk}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
