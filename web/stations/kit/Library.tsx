/** The parts library: search, what matters beside words, and the builder's own parts in and out of files. */
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Button, Checkbox, Dropdown, Input, InputNumber, Select } from 'antd';
import { type Facets, findParts, keyFigures, planSize, thickness } from '@deft/core/kit';
import { partsCsv, partsJson } from '@deft/core/formats/parts';
import { CARRIES, type Carries, FAMILIES, formatMm, type Part } from '@deft/core/model';
import { download } from '../../ui/download';
import { useKeys } from '../../keys/useKeys';
import { useBuild } from '../../state/build';
import { BesideThumb } from './BesideThumb';
import { KIND_WORDS } from './kindWords';
import style from './Library.module.css';
import { OwnPart } from './OwnPart';
import { TakeParts } from './TakeParts';

const SHOWN_AT_ONCE = 60;
const AHEAD = 100;
/** Room for a drawing above the lower edge of the window, px. */
const CARD_PX = 260;

export function Library({
  onAdd,
  onMake,
}: {
  onAdd: (part: Part) => void;
  /** A new part of one's own: it is opened on the bench, to be measured. */
  onMake: (part: Part) => void;
}) {
  const { library } = useBuild('library');
  const [query, setQuery] = useState('');
  const [facets, setFacets] = useState<Facets>({});
  const [taking, take] = useState(false);
  const [making, make] = useState(false);
  /** What the pointer or the focus is on, and where its row lies, px. */
  const [over, setOver] = useState<{ part: Part; top: number; right: number }>();
  const [q, f] = [useDeferredValue(query), useDeferredValue(facets)];
  // What a search looks at is worked out ahead, a few parts at a time, so that no keystroke waits for all of it.
  useEffect(() => {
    let at = 0;
    let timer: ReturnType<typeof setTimeout>;
    const some = () => {
      findParts(library.slice(at, at + AHEAD), 'a');
      at += AHEAD;
      if (at < library.length) timer = setTimeout(some, 4);
    };
    timer = setTimeout(some, 30);
    return () => clearTimeout(timer);
  }, [library]);
  const found = useMemo(() => findParts(library, q, f), [library, q, f]);
  const set = <K extends keyof Facets>(key: K, value: Facets[K] | undefined | null) =>
    setFacets((now) => {
      const next = { ...now };
      if (value === undefined || value === null || value === false) delete next[key];
      else next[key] = value;
      return next;
    });
  const number = (
    label: string,
    key: 'thickMm' | 'amps' | 'price',
    placeholder: string,
    unit: string,
  ) => (
    <InputNumber
      size="small"
      aria-label={label}
      placeholder={placeholder}
      min={0}
      max={10_000}
      step={0.5}
      suffix={unit}
      style={{ width: '100%' }}
      value={facets[key] ?? null}
      onChange={(v) => set(key, v)}
    />
  );
  const out = [
    {
      key: 'json',
      label: `These ${found.length} as JSON`,
      onClick: () => download('parts.json', partsJson(found), 'application/json'),
    },
    {
      key: 'csv',
      label: `These ${found.length} as CSV`,
      onClick: () => download('parts.csv', partsCsv(found), 'text/csv'),
    },
  ];
  useKeys({ ownPart: () => make(true) });
  const lookAt = (part: Part, row: HTMLElement) => {
    if (over?.part === part) return;
    const { top, left } = row.getBoundingClientRect();
    setOver({ part, top, right: window.innerWidth - left });
  };
  return (
    <>
      {over && (
        <div
          className={style.card}
          style={{ top: Math.min(over.top, window.innerHeight - CARD_PX), right: over.right + 20 }}
        >
          <BesideThumb part={over.part} />
        </div>
      )}
      <h2>
        <span className="grow">
          Library <span className="note">{library.length} parts</span>
        </span>
        <Button size="small" onClick={() => make(true)}>
          Own part
        </Button>
        <Button size="small" onClick={() => take(true)}>
          Import
        </Button>
        <Dropdown menu={{ items: out }} trigger={['click']}>
          <Button size="small">Export</Button>
        </Dropdown>
      </h2>
      {making && (
        <OwnPart
          first={query}
          onClose={() => make(false)}
          onMake={(part) => {
            make(false);
            setQuery('');
            onMake(part);
          }}
        />
      )}
      {taking && <TakeParts onClose={() => take(false)} />}
      <Input.Search
        allowClear
        aria-label="Search parts"
        placeholder="65 x 56 board, 40-pin"
        value={query}
        onChange={(e) => setQuery(e.target.value)}
      />
      <div className={style.facets} role="group" aria-label="Narrow it">
        <div className={style.two}>
          <Select
            size="small"
            aria-label="Kind of part"
            allowClear
            placeholder="any kind"
            value={facets.family ?? null}
            onChange={(v: Part['family'] | undefined) => set('family', v)}
            options={FAMILIES.map((x) => ({ value: x, label: KIND_WORDS[x] }))}
          />
          <Select
            size="small"
            aria-label="Interface"
            allowClear
            placeholder="speaks anything"
            value={facets.carries ?? null}
            onChange={(v: Carries | undefined) => set('carries', v)}
            options={CARRIES.map((x) => ({ value: x, label: x }))}
          />
        </div>
        {number('Part no thicker than', 'thickMm', 'thick to', 'mm')}
        {number('Draws at most', 'amps', 'draws to', 'A')}
        {number('Costs at most', 'price', 'costs to', '')}
        <Checkbox
          className={style.whole}
          aria-label="Mine only"
          checked={facets.mine === true}
          onChange={(e) => set('mine', e.target.checked)}
        >
          <span className="note">parts of my own only</span>
        </Checkbox>
      </div>
      <div className="list" aria-busy={q !== query}>
        {found.slice(0, SHOWN_AT_ONCE).map((p) => (
          <div
            key={p.id}
            className={`row ${style.part}`}
            // What comes to lie under a pointer at rest is not asked for.
            onPointerMove={(e) => lookAt(p, e.currentTarget)}
            onPointerLeave={() => setOver(undefined)}
            onFocus={(e) => lookAt(p, e.currentTarget)}
            onBlur={() => setOver(undefined)}
          >
            <div className="grow">
              <b style={{ fontWeight: 600 }}>{p.name}</b>
              <br />
              <span className="note">
                {[KIND_WORDS[p.family], ...keyFigures(p)].join(' · ')}
                <br />
                {formatMm(planSize(p.blocks).w, 0)} × {formatMm(planSize(p.blocks).h, 0)} ×{' '}
                {formatMm(thickness(p, []).value, 1)} mm
                {p.price === undefined ? '' : ` · about ${p.price} to buy`}
                {p.source === 'mine'
                  ? ` · mine${p.version && p.version > 1 ? `, version ${p.version}` : ''}`
                  : ''}
              </span>
            </div>
            <Button size="small" aria-label={`Add ${p.name}`} onClick={() => onAdd(p)}>
              Add
            </Button>
          </div>
        ))}
        {!found.length && (
          <div className="blank-list">
            <p className="note">No part answers all of that.</p>
            <Button size="small" onClick={() => make(true)}>
              Make it a part of your own
            </Button>
          </div>
        )}
        {found.length > SHOWN_AT_ONCE && (
          <p className="note">{found.length - SHOWN_AT_ONCE} more: narrow the search.</p>
        )}
      </div>
      <p className="note">Sizes are typical for each class until you measure yours.</p>
    </>
  );
}
