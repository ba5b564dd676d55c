/** The open book with the parts in it: drag, keys, findings, tide, headroom and the cut line. */
import { type DragEvent, type PointerEvent, useMemo, useRef, useState } from 'react';
import { stepFromPage } from '@deft/core/geometry';
import { type Distance, firstPlace, type Scene } from '@deft/core/fit';
import type { Finding } from '@deft/core/model';
import type { Wiring } from '@deft/core/wiring';
import { Ghost } from '../../book/Ghost';
import { type CutAt, CutLines, type CutLinesProps } from '../../book/CutLines';
import { Flags, HeadroomPicture, Tide } from '../../book/Layers';
import { Loupe } from '../../book/Loupe';
import { Hatches, Ticks } from '../../book/Mat';
import { PartCard, PartLabel } from '../../book/PartCard';
import { PointedMark, PointedWall } from '../../book/PointedMark';
import { WireLayer } from '../../book/WireLayer';
import { Fold, ShellPage } from '../../book/ShellPage';
import { fromScreen, onScreen, pageOf, type Spread } from '../../book/spread';
import { numbered } from '../../ui/Findings';
import { keysHere } from '../../keys/useKeys';
import { useBuild, useLayout } from '../../state/build';
import { pointAt } from '../../state/pointed';
import { TRAY_TYPE } from './tray';
import type { useArranging } from './useArranging';

export interface BookViewProps {
  spread: Spread;
  arranging: ReturnType<typeof useArranging>;
  selected: string | undefined;
  onSelect: (item: string | undefined) => void;
  heat: boolean;
  cuts: CutLinesProps['cuts'];
  active: number;
  onCut: (i: number, cut: CutAt) => void;
  /** The chosen line goes where the pointer is. */
  follow: boolean;
  loupe: boolean;
  /** Moved by so many px while it is zoomed. */
  onPan?: ((dx: number, dy: number) => void) | undefined;
  onZoom: (factor: number, at: [number, number]) => void;
  /** Where parts stood in another test fit, or would stand in a layout that was found. */
  ghost?: { scene: Scene; later: boolean } | undefined;
  measured?: Distance | undefined;
  wires?:
    { wiring: Wiring; chosen: string | undefined; onChoose: (bundle: string) => void } | undefined;
}

export function BookView({
  spread: s,
  arranging: a,
  selected,
  onSelect,
  heat,
  cuts,
  active,
  onCut,
  follow,
  loupe,
  onPan,
  onZoom,
  ghost,
  wires,
  measured,
}: BookViewProps) {
  const layout = useLayout();
  const { apply, check, chosen, choose } = useBuild('apply', 'check', 'chosen', 'choose');
  const svg = useRef<SVGSVGElement>(null);
  const { scene, live } = a;
  const [glass, setGlass] = useState<[number, number]>();
  const findings = live?.findings ?? check.findings;
  const flags = useMemo(() => numbered(findings, 'fit'), [findings]);
  const hit = useMemo(() => {
    const touching = (live ? findings : check.findings).filter(
      (f) => f.verdict === 'hit' && f.check === 'touch',
    );
    const refs = touching.flatMap((f) => f.refs ?? []);
    const met = new Set(refs.map((r) => (r.is === 'block' ? `${r.item}/${r.block}` : '')));
    const blocks = [...scene.items.values()].flatMap((at) =>
      at.blocks.filter((b) => met.has(`${at.item.id}/${b.block.id}`)),
    );
    return new Set(blocks.map((b) => b.solid.id));
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
      if (!moved) {
        moved = true;
        a.begin();
      }
      const [mx, my] = stepFromPage(page.view, dx / s.scale, -dy / s.scale);
      const round = (mm: number) => Math.round(mm * 10) / 10;
      to = { ...start, x: round(start.x + mx), y: round(start.y + my) };
      waiting ??= requestAnimationFrame(() => {
        waiting = undefined;
        a.drag(to);
      });
    };
    const end = (ev: globalThis.PointerEvent) => {
      window.removeEventListener('pointermove', step);
      window.removeEventListener('pointerup', end);
      if (waiting !== undefined) cancelAnimationFrame(waiting);
      if (moved) {
        a.drag(to);
        a.drop(item, ev.altKey);
      }
    };
    window.addEventListener('pointermove', step);
    window.addEventListener('pointerup', end);
  };

  const place = (e: { clientX: number; clientY: number }): [number, number] => {
    const r = svg.current!.getBoundingClientRect();
    return [e.clientX - r.left, e.clientY - r.top];
  };
  const over = (e: PointerEvent<SVGSVGElement>) => {
    const [x, y] = place(e);
    if (loupe) setGlass([x, y]);
    const spot = fromScreen(s, x, y);
    if (spot) pointAt({ body: scene.shell!.body.id, x: spot.x, y: spot.y });
    if (!follow) return;
    const cut = cuts[active];
    if (spot && cut) {
      onCut(active, { ...cut, at: Math.round((cut.axis === 'x' ? spot.y : spot.x) * 2) / 2 });
    }
  };
  /** A part of the tray comes to lie with its middle under the pointer. */
  const setDown = (e: DragEvent<SVGSVGElement>) => {
    const item = e.dataTransfer.getData(TRAY_TYPE);
    const spot = fromScreen(s, ...place(e));
    const wish = spot && { piece: spot.page.piece.id, x: spot.x, y: spot.y };
    const placement = item && wish ? firstPlace(layout, item, wish) : undefined;
    if (!placement) return;
    e.preventDefault();
    apply([{ do: 'stand', placement }]);
    onSelect(item);
  };
  const bare = (e: PointerEvent<SVGSVGElement>) => {
    if (e.target !== svg.current) return;
    onSelect(undefined);
    if (!onPan) return;
    let [x0, y0] = [e.clientX, e.clientY];
    const move = (ev: globalThis.PointerEvent) => {
      onPan(ev.clientX - x0, ev.clientY - y0);
      [x0, y0] = [ev.clientX, ev.clientY];
    };
    const up = () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
  };
  // Without a pointer the glass lies on the chosen finding, or on the chosen part.
  const lens =
    glass ?? lookedAt(s, scene, flags.find((f) => f.finding.id === chosen)?.finding, selected);

  return (
    <svg
      ref={svg}
      role="group"
      aria-label="The open book"
      width={s.width}
      height={s.height}
      onPointerDown={bare}
      onPointerMove={over}
      onPointerLeave={() => setGlass(undefined)}
      onDragOver={(e) => {
        if (e.dataTransfer.types.includes(TRAY_TYPE)) e.preventDefault();
      }}
      onDrop={setDown}
      onWheel={(e) => {
        if (e.ctrlKey || e.metaKey) onZoom(e.deltaY < 0 ? 1.2 : 1 / 1.2, place(e));
      }}
    >
      <Hatches />
      <g id="book-picture">
        <defs>
          <marker
            id="arrow"
            viewBox="0 0 8 8"
            refX="6"
            refY="4"
            markerWidth="6"
            markerHeight="6"
            orient="auto"
          >
            <path d="M0 1 L7 4 L0 7 Z" fill="#e9d9b6" />
          </marker>
        </defs>
        <Ticks w={s.width} h={s.height} scale={s.scale} />
        {s.pages.map((page) => (
          <ShellPage
            key={page.piece.id}
            shell={scene.shell!}
            spread={s}
            page={page}
            cuts={scene.project.cuts}
          />
        ))}
        {heat && <HeadroomPicture scene={scene} spread={s} />}
        {[...scene.items.values()].map((at) => {
          const page = pageOf(s, at.piece);
          return (
            page && (
              <g key={at.item.id} opacity={heat ? 0.35 : 1}>
                <PartCard
                  scene={scene}
                  at={at}
                  spread={s}
                  page={page}
                  selected={selected === at.item.id}
                  hit={hit}
                  onFocus={() => onSelect(at.item.id)}
                  onPointerDown={grab(at.item.id)}
                  onKeyDown={keysHere(a.keysOf(at.item.id))}
                />
              </g>
            )
          );
        })}
        {wires && <WireLayer {...wires} spread={s} />}
        {[...scene.items.values()].map((at) => {
          const page = pageOf(s, at.piece);
          return page && <PartLabel key={at.item.id} at={at} spread={s} page={page} />;
        })}
        <Tide scene={scene} spread={s} />
        {ghost && <Ghost before={ghost.scene} scene={scene} spread={s} later={ghost.later} />}
        <Fold spread={s} />
        {s.pages.map((page) => {
          const to = (x: number, y: number) => onScreen(s, page, x, y);
          const { body, walls } = scene.shell!;
          return (
            <g key={page.piece.id}>
              <PointedMark body={body.id} to={to} />
              {page.piece.role !== 'plate' && <PointedWall body={body.id} walls={walls} to={to} />}
            </g>
          );
        })}
        {measured && <Measured spread={s} d={measured} />}
        <CutLines spread={s} cuts={cuts} active={active} onCut={onCut} />
        <Flags
          list={flags}
          scene={scene}
          spread={s}
          chosen={chosen}
          onChoose={(id) => choose(chosen === id ? undefined : id)}
        />
      </g>
      {loupe && lens && <Loupe at={lens} picture="book-picture" />}
    </svg>
  );
}

/** Where a finding or a part lies on the screen. */
function lookedAt(
  s: Spread,
  scene: Scene,
  f: Finding | undefined,
  item: string | undefined,
): [number, number] | undefined {
  const at =
    f?.about.map((id) => scene.items.get(id)).find((x) => x !== undefined) ??
    (item === undefined ? undefined : scene.items.get(item));
  const page = at && pageOf(s, at.piece);
  const solid = at?.solids[0];
  if (!page || !solid) return undefined;
  return f?.at
    ? onScreen(s, page, f.at.x, f.at.y)
    : onScreen(s, page, (solid.x0 + solid.x1) / 2, (solid.y0 + solid.y1) / 2);
}

/** The measured distance where it is least, on the pages of what is measured. */
function Measured({ spread: s, d }: { spread: Spread; d: Distance }) {
  return (
    <g pointerEvents="none">
      {s.pages
        .filter((page) => d.pieces.includes(page.piece.id))
        .map((page) => {
          const [x1, y1] = onScreen(s, page, ...d.from);
          const [x2, y2] = onScreen(s, page, ...d.to);
          const words = `${Math.abs(d.gap.gap).toFixed(1)} mm${d.gap.gap < -1e-6 ? ' overlap' : ''}`;
          return (
            <g key={page.piece.id}>
              <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#f0d27e" strokeWidth="3" />
              <circle cx={x1} cy={y1} r="4.5" fill="#f0d27e" stroke="#22393b" />
              <circle cx={x2} cy={y2} r="4.5" fill="#f0d27e" stroke="#22393b" />
              <rect
                x={(x1 + x2) / 2 - 42}
                y={Math.min(y1, y2) - 27}
                width="84"
                height="18"
                rx="4"
                fill="#fffaf0"
                stroke="#5d4d2c"
              />
              <text
                x={(x1 + x2) / 2}
                y={Math.min(y1, y2) - 14}
                textAnchor="middle"
                fontSize="12"
                fontWeight="600"
                fill="#22393b"
              >
                {words}
              </text>
            </g>
          );
        })}
    </g>
  );
}
