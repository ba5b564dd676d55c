/** One post, rib, bay or opening in numbers, every place kept as it was read. */
import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import {
  type Body,
  type Feature,
  length,
  type Length,
  OPENING_USES,
  PURPOSES,
  type Reading,
  type Repeat,
  type Shape,
  uOf,
} from '@deft/core/model';
import { LengthField } from '../../ui/LengthField';
import { PointsField } from '../../ui/PointsField';
import { facePlace, type Thing, thingsOf } from './things';

export interface ThingEditorProps {
  body: Body;
  thing: Thing;
  cost?: string | undefined;
  onChange: (t: Thing) => string | undefined;
  onRemove: () => void;
}

const WALLS = ['bottom wall', 'right wall', 'top wall', 'left wall'];

export function ThingEditor({ body, thing: t, cost, onChange, onRemove }: ThingEditorProps) {
  const set = (more: object): string | undefined =>
    onChange({ ...t, it: { ...t.it, ...more } } as Thing);
  const at = facePlace(t);
  const setAt = (axis: 'x' | 'y', r: Reading) =>
    t.is === 'opening'
      ? set({ on: { kind: 'face', at: { ...at!, [axis]: r } } })
      : set({ at: { ...at!, [axis]: r } });
  return (
    <section className="card" aria-label={`Edit ${t.it.name}`}>
      <div className="row" style={{ marginBottom: 8 }}>
        <Input
          size="small"
          aria-label="Name"
          className="grow"
          style={{ flex: 1 }}
          value={t.it.name}
          maxLength={200}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Select
          size="small"
          aria-label="Half"
          value={t.piece}
          onChange={(piece: string) => onChange({ ...t, piece })}
          options={body.pieces.map((p) => ({ value: p.id, label: p.role }))}
        />
        <Button size="small" onClick={onRemove}>
          Remove
        </Button>
      </div>
      {cost && (
        <p className="note" style={{ marginBottom: 6 }}>
          Without one of these: {cost}.
        </p>
      )}
      <div className="fields">
        {at &&
          (['x', 'y'] as const).map((axis) => (
            <ReadingFields
              key={axis}
              body={body}
              own={t.it.id}
              axis={axis}
              reading={at[axis]}
              onChange={(r) => setAt(axis, r)}
            />
          ))}
        {t.is === 'opening' && t.it.on.kind === 'wall' && (
          <WallFields t={t} body={body} set={set} />
        )}
        <ShapeFields shape={t.it.shape} onChange={(shape) => set({ shape })} />
        {t.is === 'bay' && (
          <LengthField
            label="Depth, rim to its floor"
            min={0.1}
            value={t.it.depth}
            onChange={(depth) => set({ depth })}
          />
        )}
        {t.is === 'feature' && <FeatureFields f={t.it} set={set} />}
        {t.is === 'opening' && (
          <>
            <span />
            <span className="said">Use</span>
            <Select
              size="small"
              aria-label="Use"
              style={{ gridColumn: '3 / 5' }}
              value={t.it.use}
              onChange={(use: string) => set({ use })}
              options={OPENING_USES.map((u) => ({ value: u, label: u }))}
            />
          </>
        )}
      </div>
      {t.is !== 'bay' && !(t.is === 'opening' && t.it.on.kind === 'wall') && (
        <RepeatFields
          repeat={t.it.repeat}
          onChange={(repeat) => {
            const it = { ...t.it } as Feature;
            if (repeat) it.repeat = repeat;
            else delete it.repeat;
            return onChange({ ...t, it } as Thing);
          }}
        />
      )}
    </section>
  );
}

const EDGE_OF: Record<'x' | 'y', ReadonlyArray<'left' | 'right' | 'bottom' | 'top'>> = {
  x: ['left', 'right'],
  y: ['bottom', 'top'],
};

/** From where, to where, how far: kept as read. Edges are named as seen from the front. */
function ReadingFields({
  body,
  own,
  axis,
  reading: r,
  onChange,
}: {
  body: Body;
  own: string;
  axis: 'x' | 'y';
  reading: Reading;
  onChange: (r: Reading) => string | undefined;
}) {
  const value =
    'edge' in r.from
      ? `${r.from.edge} ${r.from.face}`
      : `${r.from.feature} ${r.from.point} ${r.from.toward}`;
  const others = thingsOf(body).filter(
    (q) => q.it.id !== own && (q.is !== 'opening' || q.it.on.kind === 'face'),
  );
  const options = [
    ...EDGE_OF[axis].flatMap((edge) =>
      (['outer', 'inner'] as const).map((face) => ({
        value: `${edge} ${face}`,
        label: `${edge} wall, ${face}`,
      })),
    ),
    ...others.flatMap((q) =>
      (['centre', 'far', 'near'] as const).flatMap((point) =>
        EDGE_OF[axis].map((toward) => ({
          value: `${q.it.id} ${point} ${toward}`,
          label: `${q.it.name}, ${point}, to the ${toward}`,
        })),
      ),
    ),
  ];
  const pick = (v: string) => {
    const [a, b, c] = v.split(' ') as [string, string, string | undefined];
    return onChange({
      ...r,
      from:
        c === undefined
          ? { edge: a as 'left', face: b as 'outer' }
          : { feature: a, point: b as 'centre', toward: c as 'left' },
    });
  };
  return (
    <>
      <span />
      <span className="said" style={{ fontWeight: 600 }}>
        {axis === 'x' ? 'Across' : 'Up'}
      </span>
      <Select
        size="small"
        showSearch
        aria-label={axis === 'x' ? 'Across from' : 'Up from'}
        style={{ gridColumn: '3 / 5' }}
        popupMatchSelectWidth={250}
        value={value}
        onChange={pick}
        options={options}
      />
      <LengthField
        label={`${axis === 'x' ? 'Across' : 'Up'}, reading`}
        value={r.length}
        onChange={(length_) => onChange({ ...r, length: length_ })}
      />
      <span />
      <span className="said">to its</span>
      <Select
        size="small"
        aria-label={`${axis === 'x' ? 'Across' : 'Up'} to its`}
        style={{ gridColumn: '3 / 5' }}
        value={r.to}
        onChange={(to: Reading['to']) => onChange({ ...r, to })}
        options={[
          { value: 'centre', label: 'centre' },
          { value: 'near', label: 'near edge' },
          { value: 'far', label: 'far edge' },
        ]}
      />
    </>
  );
}

function WallFields({
  t,
  body,
  set,
}: {
  t: Extract<Thing, { is: 'opening' }>;
  body: Body;
  set: (more: object) => string | undefined;
}) {
  if (t.it.on.kind !== 'wall') return null;
  const on = t.it.on;
  const put = (more: object) => set({ on: { ...on, ...more } });
  const along = on.wall % 2 === 0 ? 'left' : 'bottom';
  return (
    <>
      <span />
      <span className="said">In the</span>
      <Select
        size="small"
        aria-label="Wall"
        style={{ gridColumn: '3 / 5' }}
        value={on.wall}
        onChange={(wall: number) =>
          put({
            wall,
            along: {
              ...on.along,
              from: { edge: wall % 2 === 0 ? 'left' : 'bottom', face: 'outer' },
            },
          })
        }
        options={(body.outline.kind === 'rect'
          ? WALLS
          : body.outline.points.map((_, i) => `wall ${i + 1}`)
        ).map((label, value) => ({ value, label }))}
      />
      <LengthField
        label={`Centre from the ${along} edge`}
        value={on.along.length}
        onChange={(l) => put({ along: { ...on.along, length: l } })}
      />
      <LengthField
        label="Centre above the parting line (back half: negative)"
        value={on.v}
        onChange={(v) => put({ v })}
      />
    </>
  );
}

/** Width and height of a shape in mm. */
function extentOf(shape: Shape): [number, number] {
  if (shape.kind === 'circle') return [shape.d.mm, shape.d.mm];
  if (shape.kind === 'rect') return [shape.w.mm, shape.h.mm];
  const xs = shape.points.map((p) => p[0]);
  const ys = shape.points.map((p) => p[1]);
  return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
}

function ShapeFields({
  shape,
  onChange,
}: {
  shape: Shape;
  onChange: (s: Shape) => string | undefined;
}) {
  const [w, h] = extentOf(shape);
  const kinds: Record<string, () => Shape> = {
    circle: () => ({ kind: 'circle', d: length(w, 'estimate') }),
    rect: () => ({ kind: 'rect', w: length(w, 'estimate'), h: length(h, 'estimate') }),
    polygon: () => ({
      kind: 'polygon',
      u: uOf('calliper'),
      points: [
        [-w / 2, -h / 2],
        [w / 2, -h / 2],
        [w / 2, h / 2],
        [-w / 2, h / 2],
      ],
    }),
  };
  return (
    <>
      <span />
      <span className="said">Shape</span>
      <Select
        size="small"
        aria-label="Shape"
        style={{ gridColumn: '3 / 5' }}
        value={shape.kind}
        onChange={(k: string) => onChange(kinds[k]!())}
        options={[
          { value: 'circle', label: 'round' },
          { value: 'rect', label: 'rectangle' },
          { value: 'polygon', label: 'outline of points' },
        ]}
      />
      {shape.kind === 'circle' && (
        <LengthField
          label="Diameter"
          min={0.1}
          value={shape.d}
          onChange={(d: Length) => onChange({ ...shape, d })}
        />
      )}
      {shape.kind === 'rect' && (
        <>
          <LengthField
            label="Width"
            min={0.1}
            value={shape.w}
            onChange={(w_: Length) => onChange({ ...shape, w: w_ })}
          />
          <LengthField
            label="Height"
            min={0.1}
            value={shape.h}
            onChange={(h_: Length) => onChange({ ...shape, h: h_ })}
          />
        </>
      )}
      {shape.kind === 'polygon' && (
        <div style={{ gridColumn: '2 / 5' }}>
          <PointsField
            label="Points about its middle"
            points={shape.points}
            use="Use these points"
            onUse={(points) => onChange({ ...shape, points })}
          />
        </div>
      )}
    </>
  );
}

function FeatureFields({ f, set }: { f: Feature; set: (more: object) => string | undefined }) {
  return (
    <>
      <span />
      <span className="said">Height read</span>
      <Select
        size="small"
        aria-label="Height read"
        style={{ gridColumn: '3 / 5' }}
        value={f.height.from}
        onChange={(from: 'floor' | 'rim') => set({ height: { ...f.height, from } })}
        options={[
          { value: 'floor', label: 'from its floor' },
          { value: 'rim', label: 'top below the rim' },
        ]}
      />
      <LengthField
        label={f.height.from === 'floor' ? 'Height' : 'Below the rim'}
        min={0}
        value={f.height.length}
        onChange={(l) => set({ height: { ...f.height, length: l } })}
      />
      <span />
      <span className="said">Purpose</span>
      <Select
        size="small"
        aria-label="Purpose"
        style={{ gridColumn: '3 / 5' }}
        value={f.purpose}
        onChange={(purpose: string) => set({ purpose })}
        options={PURPOSES.map((p) => ({ value: p, label: p }))}
      />
      {f.purpose === 'closing screw' && <ScrewFields f={f} set={set} />}
      <span />
      <span className="said">May be cut</span>
      <Select
        size="small"
        aria-label="May be cut"
        style={{ gridColumn: '3 / 5' }}
        value={f.mayCut}
        onChange={(mayCut: string) => set({ mayCut })}
        options={[
          { value: 'never', label: 'never' },
          { value: 'trim', label: 'trimmed' },
          { value: 'remove', label: 'removed' },
        ]}
      />
    </>
  );
}

/** Bore and screw: whether it holds and does not bottom is a finding of this station. */
function ScrewFields({ f, set }: { f: Feature; set: (more: object) => string | undefined }) {
  if (!f.bore || !f.screw) {
    return (
      <>
        <span />
        <Button
          size="small"
          type="link"
          style={{ gridColumn: '2 / 5', padding: 0, justifySelf: 'start' }}
          onClick={() =>
            set({
              bore: f.bore ?? { d: length(2, 'estimate'), deep: length(9, 'estimate') },
              screw: f.screw ?? { d: length(2.5, 'estimate'), into: length(7, 'estimate') },
            })
          }
        >
          Check its screw against its bore
        </Button>
      </>
    );
  }
  const { bore, screw } = f;
  return (
    <>
      <LengthField
        label="Bore, diameter"
        min={0.3}
        value={bore.d}
        onChange={(d) => set({ bore: { ...bore, d } })}
      />
      <LengthField
        label="Bore, how deep"
        min={0.3}
        value={bore.deep}
        onChange={(deep) => set({ bore: { ...bore, deep } })}
      />
      <LengthField
        label="Screw, over its thread"
        min={0.3}
        value={screw.d}
        onChange={(d) => set({ screw: { ...screw, d } })}
      />
      <LengthField
        label="Screw, how much goes in"
        min={0.3}
        value={screw.into}
        onChange={(into) => set({ screw: { ...screw, into } })}
      />
    </>
  );
}

function RepeatFields({
  repeat,
  onChange,
}: {
  repeat: Repeat | undefined;
  onChange: (r: Repeat | undefined) => string | undefined;
}) {
  const set = (more: Partial<Repeat>) => {
    const next = { ...repeat, ...more };
    const clean: Repeat = {
      ...(next.mirrorX ? { mirrorX: true } : {}),
      ...(next.mirrorY ? { mirrorY: true } : {}),
      ...(next.row ? { row: next.row } : {}),
    };
    return onChange(Object.keys(clean).length ? clean : undefined);
  };
  return (
    <div style={{ marginTop: 10, display: 'flex', flexDirection: 'column', gap: 6 }}>
      <h3>Again</h3>
      <Checkbox
        checked={repeat?.mirrorX ?? false}
        onChange={(e) => set({ mirrorX: e.target.checked })}
      >
        mirrored left to right
      </Checkbox>
      <Checkbox
        checked={repeat?.mirrorY ?? false}
        onChange={(e) => set({ mirrorY: e.target.checked })}
      >
        mirrored top to bottom
      </Checkbox>
      <Checkbox
        checked={repeat?.row !== undefined}
        onChange={(e) => {
          const next = { ...repeat };
          if (e.target.checked) next.row = { count: 2, pitch: length(10, 'estimate'), along: 'x' };
          else delete next.row;
          return onChange(Object.keys(next).length ? next : undefined);
        }}
      >
        in a row
      </Checkbox>
      {repeat?.row && (
        <div className="fields">
          <span />
          <span className="said">How many</span>
          <InputNumber
            size="small"
            aria-label="How many"
            min={2}
            max={40}
            style={{ gridColumn: '3 / 5', width: '100%' }}
            value={repeat.row.count}
            onChange={(count) => count && set({ row: { ...repeat.row!, count } })}
          />
          <span />
          <span className="said">Along</span>
          <Select
            size="small"
            aria-label="Along"
            style={{ gridColumn: '3 / 5' }}
            value={repeat.row.along}
            onChange={(along: 'x' | 'y') => set({ row: { ...repeat.row!, along } })}
            options={[
              { value: 'x', label: 'across' },
              { value: 'y', label: 'up' },
            ]}
          />
          <LengthField
            label="Pitch, centre to centre"
            value={repeat.row.pitch}
            onChange={(pitch) => set({ row: { ...repeat.row!, pitch } })}
          />
        </div>
      )}
    </div>
  );
}
