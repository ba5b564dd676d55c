/** One thing kept of the donor: its block, its proof, its lift and the lines it will miss. */
import { Button, Input, Select } from 'antd';
import { keptPart } from '@deft/core/shell';
import { freshId, type Kept, KEPT_KINDS, type Project, RISKS } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { Choose } from '../../../ui/Choose';
import { LengthField } from '../../../ui/LengthField';
import { Rating } from './Rating';
import { Senses, Tests } from './Senses';
import style from './Donor.module.css';

type Change = (more: Partial<Kept>) => void;

const YES_NO: ReadonlyArray<{ value: 'no' | 'yes'; label: string }> = [
  { value: 'no', label: 'no' },
  { value: 'yes', label: 'yes' },
];
const PROVED: ReadonlyArray<{ value: Kept['proved']; label: string }> = (
  ['no', 'before', 'before and after', 'not needed'] as const
).map((value) => ({ value, label: value }));
const RISK = RISKS.map((value) => ({ value, label: value }));
const ELECTRONIC: ReadonlyArray<Kept['kind']> = ['board', 'power board', 'sound board'];

const isElectronic = ({ kind, lifted }: Kept): boolean =>
  ELECTRONIC.includes(kind) || lifted !== undefined;

/** The build with what is kept among its parts, as measured; laid out it still is to be. */
function withKept(p: Project, k: Kept): Project {
  const part = keptPart(k);
  const { items } = p.kit;
  const one = { id: freshId(p, part.id), part: part.id, name: part.name, struck: [] };
  return {
    ...p,
    kit: {
      ...p.kit,
      parts: [...p.kit.parts.filter((q) => q.id !== part.id), part],
      items: items.some((i) => i.part === part.id) ? items : [...items, one],
    },
  };
}

export function KeptCard({
  kept: k,
  onChange,
}: {
  kept: Kept;
  onChange: (k: Kept | undefined) => void;
}) {
  const { doc, edit } = useBuild('doc', 'edit');
  const set: Change = (more) => onChange({ ...k, ...more });
  const isInKit = doc.kit.parts.some((p) => p.id === keptPart(k).id);
  return (
    <section className={`card ${style.kept}`} aria-label={`Kept: ${k.name}`}>
      <NameAndKind kept={k} set={set} />
      <Sizes kept={k} set={set} />
      <div className="pair">
        {isElectronic(k) && (
          <Choose
            label="Proved working"
            name={`${k.name} proved`}
            value={k.proved}
            options={PROVED}
            onChange={(proved) => set({ proved })}
            isWide
          />
        )}
        {k.kind === 'power board' && (
          <Rating name={k.name} rating={k.rating} onChange={(rating) => set({ rating })} />
        )}
        {k.kind === 'board' && <RunsGames kept={k} onChange={onChange} />}
        <Lifted kept={k} set={set} onChange={onChange} />
      </div>
      {isElectronic(k) && <Tests kept={k} onChange={(tests) => set({ tests })} />}
      {isElectronic(k) && <Senses kept={k} onChange={(senses) => set({ senses })} />}
      <div className="row">
        <Button size="small" onClick={() => edit((p) => withKept(p, k))}>
          {isInKit ? 'Measure it anew in the kit' : 'Lay it out: into the kit'}
        </Button>
        <Button size="small" type="text" onClick={() => onChange(undefined)}>
          Not kept
        </Button>
      </div>
    </section>
  );
}

function NameAndKind({ kept: k, set }: { kept: Kept; set: Change }) {
  return (
    <div className={`row ${style.name}`}>
      <Input
        size="small"
        aria-label="Name of what is kept"
        value={k.name}
        maxLength={200}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Select
        size="small"
        aria-label={`Kind of ${k.name}`}
        value={k.kind}
        className={style.kind}
        popupMatchSelectWidth={130}
        onChange={(kind: Kept['kind']) => set({ kind })}
        options={KEPT_KINDS.map((v) => ({ value: v, label: v }))}
      />
    </div>
  );
}

const SIZES = [
  ['w', 'Width'],
  ['h', 'Height'],
  ['d', 'Thickness over everything'],
] as const;

function Sizes({ kept: k, set }: { kept: Kept; set: Change }) {
  return (
    <div className="fields">
      {SIZES.map(([key, label]) => (
        <LengthField
          key={key}
          label={label}
          min={0.1}
          value={k[key]}
          onChange={(v) => {
            set({ [key]: v });
          }}
        />
      ))}
    </div>
  );
}

function RunsGames({ kept: k, onChange }: { kept: Kept; onChange: (k: Kept) => void }) {
  const other = { ...k };
  delete other.runs;
  return (
    <Choose
      label="Its own chips run the games"
      name={`${k.name} runs the games`}
      value={k.runs ? 'yes' : 'no'}
      options={YES_NO}
      onChange={(v) => onChange(v === 'yes' ? { ...other, runs: true } : other)}
    />
  );
}

/** Lifted off its board, with what that risks. */
function Lifted({
  kept: k,
  set,
  onChange,
}: {
  kept: Kept;
  set: Change;
  onChange: (k: Kept) => void;
}) {
  const { lifted } = k;
  const other = { ...k };
  delete other.lifted;
  return (
    <>
      <Choose
        label="Lifted off its board"
        name={`${k.name} lifted`}
        value={lifted ? 'yes' : 'no'}
        options={YES_NO}
        onChange={(v) =>
          onChange(v === 'yes' ? { ...other, lifted: { heat: 'some', pads: 'some' } } : other)
        }
      />
      {lifted && (
        <>
          <Choose
            label="Heat risk"
            name={`heat risk of ${k.name}`}
            value={lifted.heat}
            options={RISK}
            onChange={(heat) => set({ lifted: { ...lifted, heat } })}
          />
          <Choose
            label="Pad risk"
            name={`pads risk of ${k.name}`}
            value={lifted.pads}
            options={RISK}
            onChange={(pads) => set({ lifted: { ...lifted, pads } })}
          />
        </>
      )}
    </>
  );
}
