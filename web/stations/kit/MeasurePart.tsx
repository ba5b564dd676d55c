/** "Measure my own part": the nearest part's blocks, the telling dimensions first, kept in my library. */
import { useState } from 'react';
import { Button, Input } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { List } from '@deft/core/kit';
import { type Block, type Length, type Part, readPart } from '@deft/core/model';
import { putPart } from '../../state/api';
import { LengthField } from '../../ui/LengthField';
import { useBuild } from '../../state/build';
import { PartElectrics } from './PartElectrics';
import { PartFigures } from './PartFigures';
import { PadRows } from './PadRows';
import { AddRow, PartRows } from './PartRows';
import { PortRows } from './PortRows';
import { howKnown, telling } from './sensitive';
import { Bad } from '../../ui/Bad';
import type { Spot } from './drawing/useMoving';

/** What a part says that cannot be true of it. */
function complaintOf(part: Part): string | undefined {
  const read = readPart(part);
  return read.ok ? undefined : read.complaints[0]!.sentence;
}

/** What is typed row by row; pads and ends have tables of their own. */
const LISTS = ['blocks', 'connectors', 'holes', 'ribbons'] as const satisfies readonly List[];

export function MeasurePart({
  part,
  spot,
  onSpot,
  onChange,
}: {
  part: Part;
  /** What was chosen on the drawing. */
  spot: Spot | undefined;
  onSpot: (spot: Spot | undefined) => void;
  onChange: (p: Part) => string | undefined;
}) {
  const { check, library, judged } = useBuild('check', 'library', 'judged');
  const client = useQueryClient();
  const keep = useMutation({
    mutationFn: putPart,
    onSuccess: () => client.invalidateQueries({ queryKey: ['parts'] }),
  });
  const [bad, setBad] = useState<string>();
  // The verdict may still be of the edit before: its own document says which part is which.
  const first = telling(judged, part.id, check.findings)
    .filter((f) => part.blocks.some((b) => b.id === f.block))
    .slice(0, 6);
  const block = (id: string, change: (b: Block) => Block) => {
    const s = onChange({
      ...part,
      source: 'mine',
      blocks: part.blocks.map((b) => (b.id === id ? change(b) : b)),
    });
    setBad(s);
    return s;
  };
  const put = (next: Part) => {
    const said = complaintOf(next) ?? onChange(next);
    setBad(said);
    return said;
  };
  return (
    <section className="card">
      <div className="row">
        <Input
          aria-label="Part name"
          size="small"
          style={{ width: 200 }}
          maxLength={200}
          value={part.name}
          onChange={(e) => setBad(onChange({ ...part, name: e.target.value }))}
        />
        <span className="note grow">{howKnown(part)}</span>
        <Button
          size="small"
          loading={keep.isPending}
          onClick={() => {
            const known = library.find((q) => q.id === part.id)?.version;
            const next = { ...part, version: (known ?? 0) + 1 };
            onChange(next);
            keep.mutate(next);
          }}
        >
          Keep in my library
        </Button>
      </div>
      {keep.isSuccess && (
        <p className="note" role="status">
          Kept for every build.
        </p>
      )}
      <Bad said={keep.error?.message} />
      <Bad said={bad} />
      <PartFigures part={part} onChange={put} />
      <PartElectrics part={part} onChange={put} />
      {first.length > 0 && (
        <>
          <h3 style={{ margin: '10px 0 4px' }}>Measure these first: verdicts hang on them</h3>
          <div className="fields" style={{ maxWidth: 460 }}>
            {first.map((f) => {
              const b = part.blocks.find((x) => x.id === f.block)!;
              return (
                <Dims
                  key={f.path}
                  block={b}
                  only={f.dim}
                  onChange={(change) => block(b.id, change)}
                />
              );
            })}
          </div>
        </>
      )}
      <h3 style={{ margin: '12px 0 4px' }}>
        Blocks, sockets, holes and ribbons{' '}
        <span className="note">dragged on the drawing, or typed</span>
      </h3>
      {LISTS.map((list) => (
        <PartRows
          key={list}
          part={part}
          list={list}
          lit={spot?.list === list ? spot.index : undefined}
          onLight={(index) => onSpot(index < 0 ? undefined : { list, index })}
          onChange={put}
        />
      ))}
      <PadRows part={part} onChange={put} />
      <PortRows part={part} onChange={put} />
      <div className="row" style={{ marginTop: 8 }}>
        {LISTS.map((list) => (
          <AddRow key={list} part={part} list={list} onChange={put} />
        ))}
      </div>
    </section>
  );
}

function Dims({
  block: b,
  only,
  onChange,
}: {
  block: Block;
  only?: 'plan' | 'height';
  onChange: (change: (b: Block) => Block) => string | undefined;
}) {
  const plan = b.plan;
  const put = (k: 'w' | 'h' | 'd') => (v: Length) =>
    onChange((q) => ({ ...q, plan: { ...q.plan, [k]: v } }));
  return (
    <>
      {only !== 'height' && plan.kind === 'rect' && (
        <>
          <LengthField label={`${b.name}, width`} min={0.05} value={plan.w} onChange={put('w')} />
          <LengthField label={`${b.name}, length`} min={0.05} value={plan.h} onChange={put('h')} />
        </>
      )}
      {only !== 'height' && plan.kind === 'circle' && (
        <LengthField label={`${b.name}, diameter`} min={0.05} value={plan.d} onChange={put('d')} />
      )}
      {only !== 'plan' && (
        <LengthField
          label={`${b.name}, height`}
          min={0.05}
          value={b.height}
          onChange={(v) => onChange((q) => ({ ...q, height: v }))}
        />
      )}
    </>
  );
}
