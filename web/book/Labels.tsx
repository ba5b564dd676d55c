/** Names lie over every part, so that what rides above hides none; and what rises past the parting line. */
import { useMemo } from 'react';
import type { PlacedItem, Scene } from '@deft/core/fit';
import { thickness } from '@deft/core/kit';
import { formatMm } from '@deft/core/model';
import { apart, type Box } from './labels';
import style from './Labels.module.css';
import { middleOf } from './PartCard';
import { tidesOf } from './Layers';
import { pageOf, type Spread } from './spread';

interface Label extends Box {
  key: string;
  text: string;
  sub?: string;
  isTide: boolean;
}

/** A character of each kind of line, px. */
const CHARACTER = { name: 6.6, sub: 5.6, tide: 5.9 } as const;
const AROUND = 10;
/** A part so large on the page has its height under its name, px. */
const ROOMY = { w: 70, h: 44 } as const;

function ofPart(at: PlacedItem, spread: Spread): Label | undefined {
  const page = pageOf(spread, at.piece);
  if (!page) return undefined;
  const { x, y, w, h } = middleOf(spread, page, at);
  const { id: key, name: text } = at.item;
  const high = `${formatMm(thickness(at.part, at.item.struck).value, 1)} mm high`;
  const sub = at.isOutside ? `${high}, outer face` : high;
  const isRoomy = h > ROOMY.h && w > ROOMY.w;
  const wide = Math.max(text.length * CHARACTER.name, isRoomy ? sub.length * CHARACTER.sub : 0);
  return {
    key,
    text,
    x,
    y,
    w: wide + AROUND,
    h: isRoomy ? 32 : 18,
    isTide: false,
    ...(isRoomy ? { sub } : {}),
  };
}

function labelsOf(scene: Scene, spread: Spread): Label[] {
  const parts = [...scene.items.values()].flatMap((at) => ofPart(at, spread) ?? []);
  const tides = tidesOf(scene, spread).map(({ at, rise, x, y }): Label => {
    const text = `tide: ${at.item.name} +${rise.toFixed(1)}`;
    return {
      key: `tide-${at.item.id}`,
      text,
      x,
      y,
      w: text.length * CHARACTER.tide,
      h: 14,
      isTide: true,
    };
  });
  // What has most to say moves least.
  return [...parts.sort((a, b) => b.h - a.h), ...tides];
}

export function Labels({ scene, spread }: { scene: Scene; spread: Spread }) {
  const labels = useMemo(() => labelsOf(scene, spread), [scene, spread]);
  const boxes = useMemo(() => apart(labels, spread.width), [labels, spread.width]);
  return labels.map((label, i) => {
    const { x, y, w, h } = boxes[i]!;
    if (label.isTide) {
      return (
        <text
          key={label.key}
          className={style.tide}
          x={x}
          y={y + 4}
          textAnchor="middle"
          aria-hidden="true"
        >
          {label.text}
        </text>
      );
    }
    const isAside = Math.abs(x - label.x) > w / 2 || Math.abs(y - label.y) > h / 2;
    return (
      <g key={label.key} className="part" pointerEvents="none" aria-hidden="true">
        {isAside && <line className={style.leader} x1={label.x} y1={label.y} x2={x} y2={y} />}
        <rect className="plate" x={x - w / 2} y={y - h / 2} width={w} height={h} rx="3" />
        <text x={x} y={y + (label.sub ? -2 : 4.5)} textAnchor="middle">
          {label.text}
        </text>
        {label.sub && (
          <text className="sub" x={x} y={y + 12} textAnchor="middle">
            {label.sub}
          </text>
        )}
      </g>
    );
  });
}
