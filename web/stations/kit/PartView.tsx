/** One part on the bench, in plan and on end: what comes off it, its pins and ends, its picture, and its own measures. */
import { useState } from 'react';
import { Segmented } from 'antd';
import { thickness, withMoved } from '@deft/core/kit';
import type { Item, Part } from '@deft/core/model';
import { useSize } from '../../ui/useSize';
import { useBuild } from '../../state/build';
import { withOwnCopy, withPartChanged, withStruck } from './edits';
import { EndTable } from './EndTable';
import { MeasurePart } from './MeasurePart';
import { PartDrawing } from './drawing/PartDrawing';
import { PicturePlanner } from './PicturePlanner';
import { PinTable } from './PinTable';
import { maySaw, Sawing } from './Sawing';
import { Slimming } from './Slimming';
import { SlimTo } from './SlimTo';
import { WhereItIs } from './WhereItIs';
import { KitRules } from './rules/KitRules';
import style from './PartView.module.css';
import type { Spot } from './drawing/useMoving';

/** How much of the page the drawing has, px: what is typed beside it wants the rest. */
const HIGH = { off: 400, pins: 400, ends: 400, picture: 210, mine: 300, rules: 230 } as const;

export function PartView({
  item,
  part,
  mine,
}: {
  item: Item;
  part: Part;
  /** Opened where it is measured: it was just made. */
  mine: boolean;
}) {
  const { edit, library } = useBuild('edit', 'library');
  const [ref, size] = useSize<HTMLDivElement>();
  const [side, setSide] = useState<'top' | 'bottom'>('top');
  const [view, setView] = useState<'off' | 'pins' | 'ends' | 'picture' | 'mine' | 'rules'>(
    mine ? 'mine' : 'off',
  );
  const [lit, light] = useState<string>();
  const [spot, choose] = useState<Spot>();
  const change = (q: Part) =>
    edit((p) => withPartChanged(p, q), q.name !== part.name ? `name ${q.id}` : undefined);
  const strike = (block: string, off: boolean) => {
    edit((p) =>
      withStruck(p, item.id, (s) => (off ? [...s, block] : s.filter((b) => b !== block))),
    );
  };
  return (
    <>
      <div
        className={`mat ${view === 'mine' ? style.stays : ''}`}
        ref={ref}
        style={{ flex: `0 0 ${HIGH[view]}px` }}
      >
        {size.w > 0 && (
          <PartDrawing
            part={part}
            struck={item.struck}
            {...(item.sawn ? { sawn: item.sawn } : {})}
            width={size.w}
            height={size.h}
            side={side}
            lit={lit}
            onBlock={(b) => light(lit === b ? undefined : b)}
            {...(view === 'mine' && part.source === 'mine'
              ? {
                  spot,
                  onSpot: choose,
                  onMove: (at, dx, dy) => change(withMoved(part, at.list, at.index, dx, dy)),
                }
              : {})}
          />
        )}
      </div>
      <div className="sheet">
        <div className="row">
          <h1 className="grow">{item.name}</h1>
          <Segmented
            size="small"
            aria-label="Seen from"
            value={side}
            onChange={(v) => setSide(v as 'top' | 'bottom')}
            options={[
              { value: 'top', label: 'From the top' },
              { value: 'bottom', label: 'From the soldering side' },
            ]}
          />
          <Segmented
            size="small"
            aria-label="Show"
            value={view}
            onChange={(v) => {
              if (v === 'mine') edit((p) => withOwnCopy(p, item.id, library));
              setView(v as typeof view);
            }}
            options={[
              { value: 'off', label: 'Comes off' },
              { value: 'pins', label: 'Pins' },
              { value: 'ends', label: 'Ends' },
              ...(part.screen ? [{ value: 'picture', label: 'Picture' }] : []),
              { value: 'mine', label: 'Measure my own' },
              ...(mayCarry(part) ? [{ value: 'rules', label: 'Kit rules' }] : []),
            ]}
          />
        </div>
        <p className="note">
          {part.note} {thickness(part, item.struck).working[0]}
        </p>
        <WhereItIs item={item} part={part} />
        {view === 'off' && (
          <>
            {part.blocks.some((b) => b.removable) && (
              <SlimTo
                key={item.id}
                part={part}
                struck={item.struck}
                onStrike={(ids) =>
                  edit((p) => withStruck(p, item.id, (s) => [...new Set([...s, ...ids])]))
                }
                onLight={light}
              />
            )}
            <Slimming part={part} struck={item.struck} onStrike={strike} onLight={light} />
            {(maySaw(part) || item.sawn) && <Sawing item={item} part={part} />}
          </>
        )}
        {view === 'picture' && part.screen && <PicturePlanner part={part} />}
        {view === 'pins' && <PinTable part={part} />}
        {view === 'ends' && <EndTable part={part} item={item} />}
        {view === 'mine' && part.source === 'mine' && (
          <MeasurePart part={part} spot={spot} onSpot={choose} onChange={change} />
        )}
        {view === 'rules' && (
          <KitRules
            item={item}
            part={part}
            onChange={(q) => edit((p) => withOwnCopy(withPartChanged(p, q), item.id, library))}
          />
        )}
      </div>
    </>
  );
}

/** A kit's board, or a board that may be one. */
const mayCarry = (part: Part): boolean =>
  part.carrier !== undefined ||
  (part.source === 'mine' &&
    part.computer === undefined &&
    part.blocks.some((b) => b.kind === 'board'));
