/** Where a part lies and how it stands, in numbers and choices. */
import { mayRideOn } from '@deft/core/fit';
import { type Body, FIXINGS, isOpen, type Placement } from '@deft/core/model';
import { Choose } from '../../../ui/Choose';
import { MmField } from '../../../ui/MmField';
import { Folds } from '../Folds';
import { outerFace, type PartInPanel } from './usePart';

const FIXING_WORDS: Readonly<Record<(typeof FIXINGS)[number], string>> = {
  screws: 'screws',
  bracket: 'bracket',
  glue: 'hot glue',
  tape: 'tape or foam',
};
const FIXED: ReadonlyArray<{ value: (typeof FIXINGS)[number] | ''; label: string }> = [
  { value: '', label: 'not decided' },
  ...FIXINGS.map((value) => ({ value, label: FIXING_WORDS[value] })),
];
const LOOKS: ReadonlyArray<{ value: Placement['up']; label: string }> = [
  { value: 'in', label: 'inward' },
  { value: 'out', label: 'outward' },
];
const STANDS: ReadonlyArray<{ value: Placement['stand']; label: string }> = [
  { value: 'flat', label: 'flat' },
  { value: 'on-edge-x', label: 'on edge, x' },
  { value: 'on-edge-y', label: 'on edge, y' },
];
const HELD: ReadonlyArray<{ value: Placement['held']; label: string }> = [
  { value: 'hand', label: 'hand ±0.3' },
  { value: 'jig', label: 'jig ±0.1' },
];

export function Standing({ part }: { part: PartInPanel }) {
  const { scene, now, at, set, turn } = part;
  return (
    <div className="pair">
      <MmField label="Datum from left" value={now.x} onChange={(x) => set({ x })} />
      <MmField label="Datum from bottom" value={now.y} onChange={(y) => set({ y })} />
      <MmField
        label="Above its floor"
        value={now.lift}
        min={0}
        max={200}
        onChange={(lift) => set({ lift })}
      />
      <MmField
        label="Turned"
        value={now.turn}
        min={-360}
        max={360}
        unit="°"
        onChange={(t) => turn({ turn: t })}
      />
      <Choose
        label={scene.shell && isOpen(scene.shell.body) ? 'Face' : 'Half'}
        value={faceId(now.on)}
        options={facesOf(part)}
        onChange={part.carry}
      />
      <SitsOn part={part} />
      <Choose label="Top looks" value={now.up} options={LOOKS} onChange={(up) => turn({ up })} />
      <Choose
        label="Stands"
        value={now.stand}
        options={STANDS}
        onChange={(stand) => turn({ stand })}
      />
      <Choose
        label="Located by"
        value={now.held}
        options={HELD}
        onChange={(held) => set({ held })}
      />
      {at.part.ribbons && (
        <>
          <span>Its ribbon</span>
          <Folds item={at.item.id} name={at.item.name} />
        </>
      )}
      <Choose
        label="Fixed with"
        value={now.fixed ?? ''}
        options={FIXED}
        onChange={(fixed) => part.fix(fixed || undefined)}
      />
    </div>
  );
}

function faceId(on: Placement['on']): string {
  if (!('piece' in on)) return '';
  return on.side ? outerFace(on.piece) : on.piece;
}

type Option = { value: string; label: string };
/** Every face of this body, then every half of another one. */
const facesOf = ({ scene, others }: PartInPanel): Option[] => [
  ...(scene.shell?.body.pieces ?? []).flatMap(facesOfPiece),
  ...others.flatMap((body) =>
    body.pieces.map((q) => ({ value: q.id, label: `${q.role} of ${body.name}` })),
  ),
];
const facesOfPiece = (q: Body['pieces'][0]): Option[] =>
  q.role === 'plate'
    ? [
        { value: q.id, label: 'inner' },
        { value: outerFace(q.id), label: 'outer' },
      ]
    : [{ value: q.id, label: q.role }];

function SitsOn({ part: { scene, now, at, setDown } }: { part: PartInPanel }) {
  const riding = 'item' in now.on ? now.on.item : undefined;
  const mayOn = mayRideOn(scene, at.item.id);
  if (riding === undefined && !mayOn.length) return null;
  return (
    <Choose
      label="Sits on"
      value={riding ?? ''}
      options={[
        { value: '', label: 'the half itself' },
        ...mayOn.map((o) => ({ value: o.item.id, label: o.item.name })),
      ]}
      onChange={(onto) => setDown(onto || undefined)}
      isWide
    />
  );
}
