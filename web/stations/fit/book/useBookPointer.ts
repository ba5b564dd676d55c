/** What the pointer does on the open book: a part is grabbed, set down or let be; the page is moved and pointed at. */
import { type DragEvent, type PointerEvent, useRef, useState, type WheelEvent } from 'react';
import { firstPlace, type Scene } from '@deft/core/fit';
import { stepFromPage } from '@deft/core/geometry';
import type { Finding } from '@deft/core/model';
import { fromScreen, onScreen, pageOf, type Spread } from '../../../book/spread';
import { useBuild, useLayout } from '../../../state/build';
import { pointAt } from '../../../state/pointed';
import { TRAY_TYPE } from '../tray';
import type { BookViewProps } from './props';

/** A drag shorter than this is a click, px. */
const CLICK_PX = 3;
/** One notch of the wheel. */
const WHEEL = 1.2;

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** Follows the pointer until it is let go. */
function followed(
  onMove: (e: globalThis.PointerEvent) => void,
  onEnd: (e: globalThis.PointerEvent) => void = () => undefined,
): void {
  const end = (e: globalThis.PointerEvent) => {
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', end);
    onEnd(e);
  };
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', end);
}

export function useBookPointer({
  spread: s,
  arranging: a,
  onSelect,
  cuts,
  active,
  onCut,
  follow,
  loupe,
  onPan,
  onZoom,
}: BookViewProps) {
  const layout = useLayout();
  const { apply } = useBuild('apply');
  const svg = useRef<SVGSVGElement>(null);
  const [glass, setGlass] = useState<[number, number]>();
  const { scene } = a;
  const placeOf = (e: { clientX: number; clientY: number }): [number, number] => {
    const r = svg.current!.getBoundingClientRect();
    return [e.clientX - r.left, e.clientY - r.top];
  };

  const grab = (item: string) => (e: PointerEvent<SVGGElement>) => {
    const start = a.placementOf(item);
    const at = scene.items.get(item);
    const page = at && pageOf(s, at.piece);
    if (!start || !page || e.button !== 0) return;
    e.preventDefault();
    e.currentTarget.focus();
    onSelect(item);
    const [x0, y0] = [e.clientX, e.clientY];
    let isMoving = false;
    let waiting: number | undefined;
    let to = start;
    followed(
      (ev) => {
        const [dx, dy] = [ev.clientX - x0, ev.clientY - y0];
        if (!isMoving) {
          if (Math.hypot(dx, dy) < CLICK_PX) return;
          isMoving = true;
          a.begin();
        }
        const [mx, my] = stepFromPage(page.view, dx / s.scale, -dy / s.scale);
        to = { ...start, x: tenth(start.x + mx), y: tenth(start.y + my) };
        waiting ??= requestAnimationFrame(() => {
          waiting = undefined;
          a.drag(to);
        });
      },
      (ev) => {
        if (waiting !== undefined) cancelAnimationFrame(waiting);
        if (!isMoving) return;
        a.drag(to);
        a.drop(item, ev.altKey);
      },
    );
  };

  /** A part of the tray comes to lie with its middle under the pointer. */
  const onDrop = (e: DragEvent<SVGSVGElement>) => {
    const item = e.dataTransfer.getData(TRAY_TYPE);
    const spot = fromScreen(s, ...placeOf(e));
    const wish = spot && { piece: spot.page.piece.id, x: spot.x, y: spot.y };
    const placement = item && wish ? firstPlace(layout, item, wish) : undefined;
    if (!placement) return;
    e.preventDefault();
    apply([{ do: 'stand', placement }]);
    onSelect(item);
  };

  const onPointerMove = (e: PointerEvent<SVGSVGElement>) => {
    const at = placeOf(e);
    if (loupe) setGlass(at);
    const spot = fromScreen(s, ...at);
    if (!spot) return;
    pointAt({ body: scene.shell!.body.id, x: spot.x, y: spot.y });
    const cut = cuts[active];
    if (!follow || !cut) return;
    const along = cut.axis === 'x' ? spot.y : spot.x;
    onCut(active, { ...cut, at: Math.round(along * 2) / 2 });
  };

  /** On the bare mat nothing is selected any more, and a zoomed page is moved. */
  const onPointerDown = (e: PointerEvent<SVGSVGElement>) => {
    if (e.target !== svg.current) return;
    onSelect(undefined);
    if (!onPan) return;
    let [x0, y0] = [e.clientX, e.clientY];
    followed((ev) => {
      onPan(ev.clientX - x0, ev.clientY - y0);
      [x0, y0] = [ev.clientX, ev.clientY];
    });
  };

  return {
    svg,
    glass,
    grab,
    /** For the book itself. */
    handlers: {
      onDrop,
      onPointerMove,
      onPointerDown,
      onPointerLeave: () => setGlass(undefined),
      onDragOver: (e: DragEvent<SVGSVGElement>) => {
        if (e.dataTransfer.types.includes(TRAY_TYPE)) e.preventDefault();
      },
      onWheel: (e: WheelEvent<SVGSVGElement>) => {
        if (e.ctrlKey || e.metaKey) onZoom(e.deltaY < 0 ? WHEEL : 1 / WHEEL, placeOf(e));
      },
    },
  };
}

/** Where a finding or a part lies on the screen. */
export function lookedAt(
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
