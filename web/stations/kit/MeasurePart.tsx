/** "Measure my own part": the nearest part's blocks, the telling dimensions first, kept in my library. */
import { useState } from 'react';
import { Button, Input, Select } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import {
  type Block,
  BLOCK_KINDS,
  type Connector,
  length,
  type Length,
  type Part,
  PLUG_TYPES,
  readPart,
} from '@deft/core/model';
import { putPart } from '../../state/api';
import { LengthField } from '../../ui/LengthField';
import { MmField } from '../../ui/MmField';
import { useBuild } from '../../state/build';
import { PartElectrics } from './PartElectrics';
import { PartFigures } from './PartFigures';
import { PadRows } from './PadRows';
import { PortRows } from './PortRows';
import { howKnown, telling } from './sensitive';
import { Bad } from '../../ui/Bad';

/** What a part says that cannot be true of it. */
function complaintOf(part: Part): string | undefined {
  const read = readPart(part);
  return read.ok ? undefined : read.complaints[0]!.sentence;
}

export function MeasurePart({
  part,
  onChange,
}: {
  part: Part;
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
  const fresh = (list: ReadonlyArray<{ id: string }>, wish: string): string => {
    for (let n = 1; ; n++) {
      const id = n === 1 ? wish : `${wish}-${n}`;
      if (!list.some((x) => x.id === id)) return id;
    }
  };
  const addBlock = () =>
    setBad(
      onChange({
        ...part,
        blocks: [
          ...part.blocks,
          {
            id: fresh(part.blocks, 'block'),
            name: 'new block',
            kind: 'body',
            plan: { kind: 'rect', x: 0, y: 0, w: length(8, 'estimate'), h: length(8, 'estimate') },
            axis: 'z',
            base: 1.6,
            height: length(3, 'estimate'),
          },
        ],
      }),
    );
  const addSocket = () =>
    setBad(
      onChange({
        ...part,
        connectors: [
          ...part.connectors,
          {
            id: fresh(part.connectors, 'socket'),
            name: 'socket',
            type: 'usb-c',
            at: [0, 0, 3.2],
            dir: [0, -1, 0],
            outside: true,
          },
        ],
      }),
    );
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
      <h3 style={{ margin: '12px 0 4px' }}>Every block</h3>
      {part.blocks.map((b, i) => (
        <details key={b.id} style={{ borderTop: '1px solid var(--line)', padding: '4px 0' }}>
          <summary>
            {b.name}{' '}
            <span className="note">
              {b.kind}, base at {b.base} mm, {b.height.mm} mm high
            </span>
          </summary>
          <div className="fields" style={{ maxWidth: 460, padding: '6px 0' }}>
            <span />
            <label htmlFor={`n-${b.id}`}>Name</label>
            <Input
              id={`n-${b.id}`}
              size="small"
              style={{ gridColumn: '3 / 5' }}
              maxLength={200}
              value={b.name}
              onChange={(e) => block(b.id, (q) => ({ ...q, name: e.target.value }))}
            />
            <span />
            <span>Kind</span>
            <Select
              size="small"
              aria-label={`Kind of ${b.name}`}
              style={{ gridColumn: '3 / 5' }}
              value={b.kind}
              onChange={(kind: Block['kind']) => block(b.id, (q) => ({ ...q, kind }))}
              options={BLOCK_KINDS.map((k) => ({ value: k, label: k }))}
            />
            <Dims block={b} onChange={(change) => block(b.id, change)} />
          </div>
          <div className="pair" style={{ maxWidth: 300 }}>
            {b.plan.kind !== 'polygon' && (
              <>
                <MmField
                  label="From the part's datum, x"
                  value={b.plan.x}
                  onChange={(x) =>
                    block(b.id, (q) => ({ ...q, plan: { ...q.plan, x } as Block['plan'] }))
                  }
                />
                <MmField
                  label="y"
                  value={b.plan.y}
                  onChange={(y) =>
                    block(b.id, (q) => ({ ...q, plan: { ...q.plan, y } as Block['plan'] }))
                  }
                />
              </>
            )}
            <MmField
              label="Base above the board's underside"
              value={b.base}
              onChange={(base) => block(b.id, (q) => ({ ...q, base }))}
            />
          </div>
          <div className="row" style={{ marginTop: 6 }}>
            <Button
              size="small"
              onClick={() =>
                block(b.id, (q) => {
                  const n = { ...q };
                  if (n.removable) delete n.removable;
                  else n.removable = { tool: 'iron', difficulty: 3, risk: '', lost: '' };
                  return n;
                })
              }
              disabled={i === 0}
            >
              {b.removable ? 'It cannot come off' : 'It can come off'}
            </Button>
            <Button
              size="small"
              disabled={part.blocks.length === 1}
              onClick={() =>
                setBad(
                  onChange({
                    ...part,
                    blocks: part.blocks.filter((x) => x.id !== b.id),
                    connectors: part.connectors.filter((c) => c.block !== b.id),
                  }),
                )
              }
            >
              Remove block
            </Button>
          </div>
        </details>
      ))}
      {part.connectors.map((c, i) => (
        <SocketRow
          key={c.id}
          c={c}
          blocks={part.blocks}
          onChange={(n) => {
            const s = onChange({
              ...part,
              connectors: n
                ? part.connectors.map((x, k) => (k === i ? n : x))
                : part.connectors.filter((_, k) => k !== i),
            });
            setBad(s);
            return s;
          }}
        />
      ))}
      <PadRows part={part} onChange={put} />
      <PortRows part={part} onChange={put} />
      <div className="row" style={{ marginTop: 8 }}>
        <Button size="small" onClick={addBlock}>
          Add a block
        </Button>
        <Button size="small" onClick={addSocket}>
          Add a socket
        </Button>
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

const WAYS: ReadonlyArray<[string, [number, number, number]]> = [
  ['down', [0, -1, 0]],
  ['up', [0, 1, 0]],
  ['left', [-1, 0, 0]],
  ['right', [1, 0, 0]],
];

function SocketRow({
  c,
  blocks,
  onChange,
}: {
  c: Connector;
  blocks: Part['blocks'];
  onChange: (c: Connector | undefined) => string | undefined;
}) {
  const way = WAYS.find(([, d]) => d.every((v, i) => v === c.dir[i]))?.[0] ?? 'down';
  return (
    <details style={{ borderTop: '1px solid var(--line)', padding: '4px 0' }}>
      <summary>
        {c.name}{' '}
        <span className="note">
          {c.type} socket, plug pulled {way}
        </span>
      </summary>
      <div className="pair" style={{ maxWidth: 300, padding: '6px 0' }}>
        <label htmlFor={`c-${c.id}`}>Name</label>
        <Input
          id={`c-${c.id}`}
          size="small"
          maxLength={200}
          value={c.name}
          onChange={(e) => onChange({ ...c, name: e.target.value })}
        />
        <span>Takes</span>
        <Select
          size="small"
          aria-label="Takes"
          value={c.type}
          onChange={(type: Connector['type']) => onChange({ ...c, type })}
          options={PLUG_TYPES.map((t) => ({ value: t, label: t }))}
        />
        <span>Plug is pulled</span>
        <Select
          size="small"
          aria-label="Plug is pulled"
          value={way}
          onChange={(w: string) => onChange({ ...c, dir: WAYS.find(([n]) => n === w)![1] })}
          options={WAYS.map(([n]) => ({ value: n, label: n }))}
        />
        <span>On block</span>
        <Select
          size="small"
          aria-label="On block"
          value={c.block ?? ''}
          onChange={(b: string) => {
            const n = { ...c };
            if (b) n.block = b;
            else delete n.block;
            return onChange(n);
          }}
          options={[
            { value: '', label: 'none' },
            ...blocks.map((b) => ({ value: b.id, label: b.name })),
          ]}
        />
        {(['x', 'y', 'z'] as const).map((axis, i) => (
          <MmField
            key={axis}
            label={`Mouth, ${axis}`}
            value={c.at[i]!}
            onChange={(v) => {
              const at = [...c.at] as [number, number, number];
              at[i] = v;
              return onChange({ ...c, at });
            }}
          />
        ))}
      </div>
      <Button size="small" onClick={() => onChange(undefined)}>
        Remove socket
      </Button>
    </details>
  );
}
