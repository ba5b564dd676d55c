/** The open book with the parts in it: drag, keys, findings, tide, headroom and the cut line. */
import { type PointerEvent, useMemo, useRef } from 'react';
import { stepFromPage } from '@deft/core/geometry';
import type { Distance, Scene } from '@deft/core/fit';
import type { Wiring } from '@deft/core/wiring';
import { Ghost } from '../../book/Ghost';
import { Flags, HeadroomPicture, Tide } from '../../book/Layers';
import { Hatches, Ticks } from '../../book/Mat';
import { PartCard, PartLabel } from '../../book/PartCard';
import { WireLayer } from '../../book/WireLayer';
import { Fold, ShellPage } from '../../book/ShellPage';
import { onScreen, pageOf, type Spread } from '../../book/spread';
import { numbered } from '../../ui/Findings';
import { useBuild } from '../../state/build';
import type { useArranging } from './useArranging';

export interface CutAt { axis: 'x' | 'y'; at: number }
export interface BookViewProps {
  spread: Spread; arranging: ReturnType<typeof useArranging>; selected: string | undefined; onSelect(item: string | undefined): void;
  heat: boolean; cut: CutAt; onCut(cut: CutAt): void;
  /** Where parts stood in another test fit. */
  ghost?: Scene | undefined;
  measured?: Distance | undefined;
  wires?: { wiring: Wiring; chosen: string | undefined; onChoose(bundle: string): void } | undefined;
}

export function BookView({ spread: s, arranging: a, selected, onSelect, heat, cut, onCut, ghost, wires, measured }: BookViewProps) {
  const { check, chosen, choose } = useBuild();
  const svg = useRef<SVGSVGElement>(null);
  const { scene, live } = a;
  const findings = live?.findings ?? check.findings;
  const flags = useMemo(() => numbered(findings, 'fit'), [findings]);
  const hit = useMemo(() => {
    const touching = (live ? findings : check.findings).filter((f) => f.station === 'fit' && f.verdict === 'hit' && f.check === 'touch');
    const names = new Set(touching.map((f) => f.what));
    const out = new Set<string>();
    for (const at of scene.items.values()) for (const b of at.blocks) if ([...names].some((n) => n.startsWith(`${b.solid.name} and`) || n.startsWith(`${b.solid.name}, once`) || n.endsWith(`and ${b.solid.name}`) || n.includes(`and ${b.solid.name},`))) out.add(b.solid.id);
    return out;
  }, [findings, scene, live, check]);
  if (!scene.shell) return null;

  const grab = (item: string) => (e: PointerEvent<SVGGElement>) => {
    const start = a.placementOf(item);
    const at = scene.items.get(item);
    const page = at && pageOf(s, at.piece);
    if (!start || !page || e.button !== 0) return;
    e.preventDefault();
    e.currentTarget.focus();
    onSelect(item);
    const [x0, y0] = [e.clientX, e.clientY];
    let moved = false;
    let waiting: number | undefined;
    let to = start;
    const step = (ev: globalThis.PointerEvent) => {
      const [dx, dy] = [ev.clientX - x0, ev.clientY - y0];
      if (!moved && Math.hypot(dx, dy) < 3) return;
      if (!moved) { moved = true; a.begin(); }
      const [mx, my] = stepFromPage(page.view, dx / s.scale, -dy / s.scale);
      const round = (mm: number) => Math.round(mm * 10) / 10;
      to = { ...start, x: round(start.x + mx), y: round(start.y + my) };
      waiting ??= requestAnimationFrame(() => { waiting = undefined; a.drag(to); });
    };
    const end = () => {
      window.removeEventListener('pointermove', step);
      window.removeEventListener('pointerup', end);
      if (waiting !== undefined) cancelAnimationFrame(waiting);
      if (moved) { a.drag(to); a.drop(item); }
    };
    window.addEventListener('pointermove', step);
    window.addEventListener('pointerup', end);
  };

  return (
    <svg ref={svg} role="group" aria-label="The open book" width={s.width} height={s.height} onPointerDown={(e) => { if (e.target === svg.current) onSelect(undefined); }}>
      <Hatches />
      <defs><marker id="arrow" viewBox="0 0 8 8" refX="6" refY="4" markerWidth="6" markerHeight="6" orient="auto"><path d="M0 1 L7 4 L0 7 Z" fill="#e9d9b6" /></marker></defs>
      <Ticks w={s.width} h={s.height} scale={s.scale} />
      {s.pages.map((page) => <ShellPage key={page.piece.id} shell={scene.shell!} spread={s} page={page} />)}
      {heat && <HeadroomPicture scene={scene} spread={s} />}
      {[...scene.items.values()].map((at) => {
        const page = pageOf(s, at.piece);
        return page && (
          <g key={at.item.id} opacity={heat ? 0.35 : 1}>
            <PartCard scene={scene} at={at} spread={s} page={page} selected={selected === at.item.id} hit={hit} onFocus={() => onSelect(at.item.id)} onPointerDown={grab(at.item.id)}
              onKeyDown={(e) => { if (a.key(at.item.id, e)) { e.preventDefault(); e.stopPropagation(); } }} />
          </g>
        );
      })}
      {[...scene.items.values()].map((at) => { const page = pageOf(s, at.piece); return page && <PartLabel key={at.item.id} at={at} spread={s} page={page} />; })}
      <Tide scene={scene} spread={s} />
      {ghost && <Ghost before={ghost} scene={scene} spread={s} />}
      <Fold spread={s} />
      {measured && <Measured spread={s} d={measured} />}
      {wires && <WireLayer {...wires} spread={s} />}
      <CutLine spread={s} cut={cut} onCut={onCut} />
      <Flags list={flags} scene={scene} spread={s} chosen={chosen} onChoose={(id) => choose(chosen === id ? undefined : id)} />
    </svg>
  );
}

/** The measured distance where it is least, on the pages of what is measured. */
function Measured({ spread: s, d }: { spread: Spread; d: Distance }) {
  return (
    <g pointerEvents="none">
      {s.pages.filter((page) => d.pieces.includes(page.piece.id)).map((page) => {
        const [x1, y1] = onScreen(s, page, ...d.from), [x2, y2] = onScreen(s, page, ...d.to), words = `${Math.abs(d.gap.gap).toFixed(1)} mm${d.gap.gap < -1e-6 ? ' overlap' : ''}`;
        return <g key={page.piece.id}><line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#f0d27e" strokeWidth="3" /><circle cx={x1} cy={y1} r="4.5" fill="#f0d27e" stroke="#22393b" /><circle cx={x2} cy={y2} r="4.5" fill="#f0d27e" stroke="#22393b" /><rect x={(x1 + x2) / 2 - 42} y={Math.min(y1, y2) - 27} width="84" height="18" rx="4" fill="#fffaf0" stroke="#5d4d2c" /><text x={(x1 + x2) / 2} y={Math.min(y1, y2) - 14} textAnchor="middle" fontSize="12" fontWeight="600" fill="#22393b">{words}</text></g>;
      })}
    </g>
  );
}

/** The line across the book whose section stands below; drag it, or use the arrows on its grip. */
function CutLine({ spread: s, cut, onCut }: { spread: Spread; cut: CutAt; onCut(c: CutAt): void }) {
  const pages = cut.axis === 'x' ? s.pages.slice(0, 1) : s.pages;
  const start = (e: PointerEvent<SVGElement>, page: Spread['pages'][number]) => {
    e.preventDefault();
    const [x0, y0] = [e.clientX, e.clientY];
    const most = cut.axis === 'x' ? page.view.h : page.view.w;
    const move = (ev: globalThis.PointerEvent) => {
      const [dx, dy] = stepFromPage(page.view, (ev.clientX - x0) / s.scale, -(ev.clientY - y0) / s.scale);
      onCut({ ...cut, at: Math.round(Math.max(0.5, Math.min(most - 0.5, cut.at + (cut.axis === 'x' ? dy : dx))) * 2) / 2 });
    };
    const up = () => { window.removeEventListener('pointermove', move); window.removeEventListener('pointerup', up); };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
  };
  const nudge = (key: string, page: Spread['pages'][number]): boolean => {
    const arrow = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] } as Record<string, [number, number]>)[key];
    if (!arrow) return false;
    const [dx, dy] = stepFromPage(page.view, arrow[0], arrow[1]);
    onCut({ ...cut, at: Math.max(0.5, Math.min((cut.axis === 'x' ? page.view.h : page.view.w) - 0.5, cut.at + (cut.axis === 'x' ? dy : dx))) });
    return true;
  };
  return (
    <>
      {pages.map((page) => {
        const ends = cut.axis === 'x'
          ? [[s.pages[0]!.ox - 8, onScreen(s, page, 0, cut.at)[1]], [Math.max(...s.pages.map((p) => p.ox)) + page.view.w * s.scale + 8, onScreen(s, page, 0, cut.at)[1]]]
          : [[onScreen(s, page, cut.at, 0)[0], page.oy - 8], [onScreen(s, page, cut.at, 0)[0], page.oy + page.view.h * s.scale + 8]];
        const [[x1, y1], [x2, y2]] = ends as [[number, number], [number, number]];
        return (
          <g key={page.piece.id} role="slider" tabIndex={0} aria-label={`Profile line at ${cut.at} mm`} aria-valuenow={cut.at} aria-valuemin={0} aria-valuemax={cut.axis === 'x' ? page.view.h : page.view.w} aria-orientation={cut.axis === 'x' ? 'vertical' : 'horizontal'}
            onPointerDown={(e) => start(e, page)} onKeyDown={(e) => { if (nudge(e.key, page)) { e.preventDefault(); e.stopPropagation(); } }}>
            <line className={`cutline ${cut.axis === 'y' ? 'y' : ''}`} x1={x1} y1={y1} x2={x2} y2={y2} strokeWidth="1.3" />
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="transparent" strokeWidth="9" className={`cutline ${cut.axis === 'y' ? 'y' : ''}`} style={{ stroke: 'transparent' }} />
            {[[x1, y1], [x2, y2]].map(([x, y]) => <g key={`${x},${y}`}><circle className={`cutline-grip ${cut.axis === 'y' ? 'y' : ''}`} cx={x} cy={y} r="8" /><text x={x} y={y! + 4} textAnchor="middle" fontSize="11" fontWeight="700" fill="#3b3115" pointerEvents="none">A</text></g>)}
          </g>
        );
      })}
    </>
  );
}
