/** One thing kept of the donor: its block, its proof, its lift and the lines it will miss. */
import { Fragment, useState } from 'react';
import { Button, Input, InputNumber, Select } from 'antd';
import { keptPart } from '@deft/core/shell';
import { freshId, type Kept, KEPT_KINDS, RISKS, SENSES } from '@deft/core/model';
import { useBuild } from '../../../state/build';
import { LengthField } from '../../../ui/LengthField';

const ANSWERS = ['open', 'tied', 'bridged', 'substitute', 'still there'] as const;

export function KeptCard({
  kept: k,
  onChange,
}: {
  kept: Kept;
  onChange: (k: Kept | undefined) => unknown;
}) {
  const { doc, edit } = useBuild('doc', 'edit');
  const set = (more: Partial<Kept>) => onChange({ ...k, ...more });
  const electronic =
    k.kind === 'board' ||
    k.kind === 'power board' ||
    k.kind === 'sound board' ||
    k.lifted !== undefined;
  const inKit = doc.kit.parts.some((p) => p.id === keptPart(k).id);
  const toKit = () =>
    edit((p) => {
      const part = keptPart(k);
      return {
        ...p,
        kit: {
          ...p.kit,
          parts: [...p.kit.parts.filter((q) => q.id !== part.id), part],
          items: p.kit.items.some((i) => i.part === part.id)
            ? p.kit.items
            : [
                ...p.kit.items,
                { id: freshId(p, part.id), part: part.id, name: part.name, struck: [] },
              ],
        },
      };
    });
  return (
    <section
      className="card"
      aria-label={`Kept: ${k.name}`}
      style={{ display: 'flex', flexDirection: 'column', gap: 8 }}
    >
      <div className="row" style={{ flexWrap: 'nowrap' }}>
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
          style={{ width: 118 }}
          popupMatchSelectWidth={130}
          onChange={(kind: Kept['kind']) => set({ kind })}
          options={KEPT_KINDS.map((v) => ({ value: v, label: v }))}
        />
      </div>
      <div className="fields">
        <LengthField
          label="Width"
          min={0.1}
          value={k.w}
          onChange={(w) => {
            set({ w });
          }}
        />
        <LengthField
          label="Height"
          min={0.1}
          value={k.h}
          onChange={(h) => {
            set({ h });
          }}
        />
        <LengthField
          label="Thickness over everything"
          min={0.1}
          value={k.d}
          onChange={(d) => {
            set({ d });
          }}
        />
      </div>
      <div className="pair">
        {electronic && (
          <>
            <span>Proved working</span>
            <Select
              size="small"
              aria-label={`${k.name} proved`}
              value={k.proved}
              popupMatchSelectWidth={150}
              onChange={(proved: Kept['proved']) => set({ proved })}
              options={(['no', 'before', 'before and after', 'not needed'] as const).map((v) => ({
                value: v,
                label: v,
              }))}
            />
          </>
        )}
        {k.kind === 'power board' && (
          <RatingRows name={k.name} rating={k.rating} onChange={(rating) => set({ rating })} />
        )}
        {k.kind === 'board' && (
          <>
            <span>Its own chips run the games</span>
            <Select
              size="small"
              aria-label={`${k.name} runs the games`}
              value={k.runs ? 'yes' : 'no'}
              onChange={(v: string) => {
                const next = { ...k };
                delete next.runs;
                onChange(v === 'yes' ? { ...next, runs: true } : next);
              }}
              options={[
                { value: 'no', label: 'no' },
                { value: 'yes', label: 'yes' },
              ]}
            />
          </>
        )}
        <span>Lifted off its board</span>
        <Select
          size="small"
          aria-label={`${k.name} lifted`}
          value={k.lifted ? 'yes' : 'no'}
          onChange={(v: string) => {
            const next = { ...k };
            if (v === 'yes') next.lifted = { heat: 'some', pads: 'some' };
            else delete next.lifted;
            onChange(next);
          }}
          options={[
            { value: 'no', label: 'no' },
            { value: 'yes', label: 'yes' },
          ]}
        />
        {k.lifted &&
          (['heat', 'pads'] as const).flatMap((r) => [
            <span key={r}>{r === 'heat' ? 'Heat risk' : 'Pad risk'}</span>,
            <Select
              key={`${r}s`}
              size="small"
              aria-label={`${r} risk of ${k.name}`}
              value={k.lifted![r]}
              onChange={(v: (typeof RISKS)[number]) => set({ lifted: { ...k.lifted!, [r]: v } })}
              options={RISKS.map((v) => ({ value: v, label: v }))}
            />,
          ])}
      </div>
      {electronic && (
        <Select
          mode="tags"
          size="small"
          aria-label={`Tests of ${k.name}`}
          placeholder="Tests to do before and repeat after"
          value={k.tests}
          onChange={(tests: string[]) =>
            set({ tests: tests.map((t) => t.slice(0, 120)).filter(Boolean) })
          }
          open={false}
          suffixIcon={null}
        />
      )}
      {electronic &&
        k.senses.map((s, i) => (
          <div key={s.line} className="pair">
            <span>{s.line}</span>
            <Select
              size="small"
              aria-label={`${s.line} of ${k.name}`}
              value={s.answer}
              popupMatchSelectWidth={120}
              onChange={(answer: (typeof ANSWERS)[number]) =>
                set({ senses: k.senses.map((q, j) => (j === i ? { ...q, answer } : q)) })
              }
              options={ANSWERS.map((v) => ({ value: v, label: v === 'open' ? 'not answered' : v }))}
            />
          </div>
        ))}
      {electronic && (
        <Select
          size="small"
          aria-label={`A line ${k.name} will miss`}
          value={null}
          placeholder="A line it will miss"
          onChange={(line: Kept['senses'][number]['line'] | null) =>
            line && set({ senses: [...k.senses, { line, answer: 'open' }] })
          }
          options={SENSES.filter((s) => !k.senses.some((q) => q.line === s)).map((v) => ({
            value: v,
            label: v,
          }))}
        />
      )}
      <div className="row">
        <Button size="small" onClick={toKit}>
          {inKit ? 'Measure it anew in the kit' : 'Lay it out: into the kit'}
        </Button>
        <Button size="small" type="text" onClick={() => onChange(undefined)}>
          Not kept
        </Button>
      </div>
    </section>
  );
}

type Rating = NonNullable<Kept['rating']>;
const RATED = [
  ['limitA', 'Bears, A', 0.01, 50],
  ['minV', 'Takes from, V', 0, 60],
  ['maxV', 'Takes to, V', 0, 60],
] as const;

function RatingRows({
  name,
  rating,
  onChange,
}: {
  name: string;
  rating: Rating | undefined;
  onChange: (rating: Rating) => unknown;
}) {
  // Nothing is judged by half a rating: it is kept once all three were read.
  const [read, setRead] = useState<Partial<Rating>>(rating ?? {});
  const put = (key: keyof Rating, v: number | null) => {
    const next = { ...read, [key]: v ?? undefined };
    setRead(next);
    const { limitA, minV, maxV } = next;
    if (limitA !== undefined && minV !== undefined && maxV !== undefined) {
      onChange({ limitA, minV, maxV });
    }
  };
  return RATED.map(([key, words, min, max]) => (
    <Fragment key={key}>
      <span>{words}</span>
      <InputNumber
        size="small"
        aria-label={`${name}: ${words}`}
        min={min}
        max={max}
        step={0.1}
        placeholder="not read"
        value={read[key] ?? null}
        onChange={(v) => put(key, v)}
      />
    </Fragment>
  ));
}
