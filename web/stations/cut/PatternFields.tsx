/** A pattern of holes as it is typed: every change lays its holes anew, clear of what is in the way. */
import { useState } from 'react';
import { Button, Checkbox, Select } from 'antd';
import type { Pattern } from '@deft/core/cuts';
import { type Length, type PatternCut, type PatternHole, PATTERN_LAYS } from '@deft/core/model';
import { useBuild, useScene } from '../../state/build';
import { LengthField } from '../../ui/LengthField';
import { MmField } from '../../ui/MmField';
import { withPattern } from './cutEdits';
import style from './CutStation.module.css';
import { laidInBody } from './patternEdits';

/** Lays a pattern anew with something changed. */
function useLaying(c: Pattern): (more: Partial<PatternCut>) => string | undefined {
  const { edit, check } = useBuild('edit', 'check');
  const scene = useScene();
  return (more) => {
    const next = laidInBody(scene, c, { ...c.cut, ...more }, check.cuts.openings);
    return edit((p) => withPattern(p, c, next)) ?? undefined;
  };
}

export function PatternFields({ c }: { c: Pattern }) {
  return c.state === 'decided' ? <Planned c={c} /> : <Drilled c={c} />;
}

function Planned({ c }: { c: Pattern }) {
  const lay = useLaying(c);
  return (
    <>
      <div className={style.pattern}>
        <Middle c={c} lay={lay} />
        <Region c={c} lay={lay} />
        <Hole c={c} lay={lay} />
        <MmField
          label="Between holes"
          min={0.1}
          max={50}
          value={c.cut.web}
          onChange={(web) => lay({ web })}
        />
        <span>Laid in</span>
        <Select
          size="small"
          aria-label="Laid in"
          value={c.cut.lay}
          options={PATTERN_LAYS.map((value) => ({ value, label: value }))}
          onChange={(as) => lay({ lay: as })}
        />
      </div>
      <p className="note">
        Drag the ring on the drawing, or type. Holes keep clear of posts, edges, the seam, the
        picture, other holes, and of what lies close behind.{' '}
        <Button size="small" type="link" onClick={() => lay({})}>
          Lay anew
        </Button>
      </p>
    </>
  );
}

interface Laid {
  c: Pattern;
  lay: (more: Partial<PatternCut>) => string | undefined;
}

function Middle({ c: { cut }, lay }: Laid) {
  const { at } = cut;
  if ('piece' in at) {
    return (
      <>
        <MmField label="Middle, across" value={at.x} onChange={(x) => lay({ at: { ...at, x } })} />
        <MmField label="Middle, up" value={at.y} onChange={(y) => lay({ at: { ...at, y } })} />
      </>
    );
  }
  return (
    <>
      <MmField
        label="Middle, along"
        value={at.along}
        onChange={(along) => lay({ at: { ...at, along } })}
      />
      <MmField
        label="Middle, above the seam"
        value={at.v}
        onChange={(v) => lay({ at: { ...at, v } })}
      />
    </>
  );
}

function Region({ c: { cut }, lay }: Laid) {
  const { region } = cut;
  const size = (kind: 'round' | 'rect'): PatternCut['region'] => {
    if (kind === 'rect') {
      return region.kind === 'rect' ? region : { kind, w: region.d, h: region.d };
    }
    return region.kind === 'round' ? region : { kind, d: Math.min(region.w, region.h) };
  };
  return (
    <>
      <span>Within</span>
      <Select
        size="small"
        aria-label="Within"
        value={region.kind}
        options={[
          { value: 'round', label: 'a circle' },
          { value: 'rect', label: 'a rectangle' },
        ]}
        onChange={(kind) => lay({ region: size(kind) })}
      />
      {region.kind === 'round' ? (
        <MmField
          label="Circle across"
          min={1}
          max={500}
          value={region.d}
          onChange={(d) => lay({ region: { ...region, d } })}
        />
      ) : (
        <>
          <MmField
            label="Rectangle across"
            min={1}
            max={500}
            value={region.w}
            onChange={(w) => lay({ region: { ...region, w } })}
          />
          <MmField
            label="Rectangle up"
            min={1}
            max={500}
            value={region.h}
            onChange={(h) => lay({ region: { ...region, h } })}
          />
        </>
      )}
    </>
  );
}

function Hole({ c: { cut }, lay }: Laid) {
  const { hole } = cut;
  const shaped = (kind: PatternHole['kind']): PatternHole => {
    if (kind === 'round') return hole.kind === 'round' ? hole : { kind, d: hole.w };
    return hole.kind === 'slot' ? hole : { kind, w: hole.d, l: 4 * hole.d };
  };
  return (
    <>
      <span>Holes</span>
      <Select
        size="small"
        aria-label="Holes"
        value={hole.kind}
        options={[
          { value: 'round', label: 'round' },
          { value: 'slot', label: 'slots' },
        ]}
        onChange={(kind) => lay({ hole: shaped(kind) })}
      />
      {hole.kind === 'round' ? (
        <MmField
          label="Hole across"
          min={0.8}
          max={20}
          value={hole.d}
          onChange={(d) => lay({ hole: { ...hole, d } })}
        />
      ) : (
        <>
          <MmField
            label="Slot wide"
            min={0.8}
            max={20}
            value={hole.w}
            onChange={(w) => lay({ hole: { ...hole, w } })}
          />
          <MmField
            label="Slot long"
            min={Math.max(0.8, hole.w)}
            max={200}
            value={hole.l}
            onChange={(l) => lay({ hole: { ...hole, l } })}
          />
          <span>Stand</span>
          <Checkbox
            checked={hole.upright === true}
            onChange={(e) => lay({ hole: { ...hole, upright: e.target.checked } })}
          >
            upright
          </Checkbox>
        </>
      )}
    </>
  );
}

/** What is drilled stays where it is. */
function Drilled({ c }: { c: Pattern }) {
  const { edit } = useBuild('edit');
  const [read, setRead] = useState<Length>();
  return (
    <div className={`fields ${style.asCut}`}>
      <LengthField
        label={c.hole.kind === 'round' ? 'As drilled, a hole across' : 'As sawn, a slot across'}
        min={0.5}
        max={30}
        value={read}
        onChange={(measured) => {
          setRead(measured);
          return measured && edit((p) => withPattern(p, c, { state: 'measured', measured }));
        }}
      />
    </div>
  );
}
