/** Every other goal: what is asked, how much it matters, and how it stands, in one row each. */
import type { ReactNode } from 'react';
import { Checkbox, InputNumber, Segmented, Select } from 'antd';
import { GOAL_NAMES } from '@deft/core/brief';
import { type Brief, type GoalKey, type Project, TOOLS } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { WEDGE } from '../../ui/Scorecard';
import { Wedge } from '../../ui/Wedge';

type Set = <K extends keyof Brief>(key: K, value: Brief[K] | undefined) => void;

/** A brief with one goal changed, or without it. */
function withGoal<K extends keyof Brief>(p: Project, key: K, value: Brief[K] | undefined): Project {
  const brief = { ...p.brief };
  if (value === undefined) delete brief[key];
  else brief[key] = value;
  return { ...p, brief };
}

function Row({ goal, children }: { goal: GoalKey; children: ReactNode }) {
  const { doc, scores, edit } = useBuild('doc', 'scores', 'edit');
  const s = scores.find((x) => x.goal === goal);
  const weigh = (w: number) =>
    edit((p) => ({ ...p, brief: { ...p.brief, weights: { ...p.brief.weights, [goal]: w } } }));
  return (
    <div className="goal" role="group" aria-label={GOAL_NAMES[goal]}>
      <span>{GOAL_NAMES[goal]}</span>
      <span className="row">{children}</span>
      <span>
        {s && (
          <Segmented
            size="small"
            aria-label={`How much ${GOAL_NAMES[goal]} matters`}
            value={doc.brief.weights?.[goal] ?? 2}
            onChange={weigh}
            options={[
              { value: 1, label: 'nice' },
              { value: 2, label: 'wanted' },
              { value: 3, label: 'must' },
            ]}
          />
        )}
      </span>
      <span className="row" style={{ flexWrap: 'nowrap' }}>
        {s && (
          <>
            <Wedge verdict={WEDGE[s.standing]} />
            <span className={s.standing === 'missed' ? 'bad' : 'note'}>
              {s.standing}: {s.figure}
            </span>
          </>
        )}
      </span>
    </div>
  );
}

const yes = (v: boolean | undefined, change: (v: boolean | undefined) => void, label: string) => (
  <Checkbox checked={v === true} onChange={(e) => change(e.target.checked || undefined)}>
    {label}
  </Checkbox>
);

export function GoalRows() {
  const { doc, edit } = useBuild('doc', 'edit');
  const b = doc.brief;
  const set: Set = (key, value) => {
    edit((p) => withGoal(p, key, value), `goal ${key}`);
  };
  const number = (
    label: string,
    value: number | undefined,
    unit: string,
    change: (v: number | undefined) => void,
    more: { min?: number; max?: number; step?: number } = {},
  ) => (
    <InputNumber
      size="small"
      aria-label={label}
      value={value ?? null}
      suffix={unit}
      style={{ width: 96 }}
      min={0.1}
      max={100_000}
      {...more}
      onChange={(v) => change(typeof v === 'number' && v > 0 ? v : undefined)}
    />
  );
  return (
    <>
      <section aria-label="How long, how large, how dear">
        <h2>How long, how large, how dear</h2>
        <Row goal="hours">
          {number('Hours wanted', b.hours, 'h', (v) => set('hours', v), { max: 100, step: 0.5 })} on
          one charge
        </Row>
        <Row goal="playCharging">
          {yes(b.playCharging, (v) => set('playCharging', v), 'and charges while it is played')}
        </Row>
        <Row goal="screen">
          {number(
            'Least screen',
            b.screenIn?.least,
            'in',
            (v) =>
              set(
                'screenIn',
                v === undefined
                  ? undefined
                  : { least: v, most: Math.max(v, b.screenIn?.most ?? v + 1) },
              ),
            { max: 30, step: 0.1 },
          )}{' '}
          to{' '}
          {number(
            'Largest screen',
            b.screenIn?.most,
            'in',
            (v) =>
              set(
                'screenIn',
                v === undefined
                  ? undefined
                  : { least: Math.min(v, b.screenIn?.least ?? Math.max(0.1, v - 1)), most: v },
              ),
            { max: 30, step: 0.1 },
          )}
        </Row>
        <Row goal="picture">
          <Select
            size="small"
            aria-label="Picture"
            allowClear
            placeholder="either"
            style={{ width: 180 }}
            value={b.picture ?? null}
            onChange={(v: Brief['picture'] | undefined) => set('picture', v)}
            options={[
              { value: 'whole pixels', label: 'whole pixels' },
              { value: 'as large as it goes', label: 'as large as it goes' },
            ]}
          />
        </Row>
        <Row goal="pocket">
          {([0, 1, 2] as const).map((i) => (
            <span key={i} className="row">
              {number(
                ['Pocket, longest', 'Pocket, middle', 'Pocket, thinnest'][i]!,
                b.pocket?.[i],
                'mm',
                (v) =>
                  set(
                    'pocket',
                    v === undefined
                      ? undefined
                      : ([...(b.pocket ?? [130, 80, 25])].map((x, k) => (k === i ? v : x)) as [
                          number,
                          number,
                          number,
                        ]),
                  ),
                { min: 5, max: 1000 },
              )}
              {i < 2 ? '×' : ''}
            </span>
          ))}
        </Row>
        <Row goal="mass">
          {number('Mass at most', b.massG, 'g', (v) => set('massG', v), { max: 20_000 })} at most
        </Row>
        <Row goal="cost">
          {number('Cost ceiling', b.costCeiling, '', (v) => set('costCeiling', v))} at most, donor
          included
        </Row>
      </section>
      <section aria-label="How it is used">
        <h2>How it is used</h2>
        <Row goal="wireless">
          {yes(b.wireless, (v) => set('wireless', v), 'a pad without a wire')}
        </Row>
        <Row goal="tv">{yes(b.tv, (v) => set('tv', v), 'also on a television')}</Row>
        <Row goal="players">
          <Segmented
            size="small"
            aria-label="Players"
            value={b.players ?? 1}
            onChange={(v) => set('players', v === 1 ? undefined : v)}
            options={[1, 2, 3, 4]}
          />
        </Row>
        <Row goal="headphones">
          {yes(b.headphones, (v) => set('headphones', v), 'a jack that mutes the speaker')}
        </Row>
        <Row goal="card">
          <Select
            size="small"
            aria-label="Card access"
            allowClear
            placeholder="no matter"
            style={{ width: 180 }}
            value={b.card ?? null}
            onChange={(v: Brief['card'] | undefined) => set('card', v)}
            options={['from outside', 'under a door', 'open the case'].map((v) => ({
              value: v,
              label: v,
            }))}
          />
        </Row>
      </section>
      <section aria-label="How it is made">
        <h2>How it is made</h2>
        <Row goal="original">
          {yes(b.original, (v) => set('original', v), 'no new hole in the face')}
        </Row>
        <Row goal="uncut">
          <Select
            size="small"
            mode="multiple"
            aria-label="What stays uncut"
            placeholder="may all be cut"
            style={{ minWidth: 180 }}
            value={b.uncut ?? []}
            onChange={(v: string[]) => set('uncut', v.length ? v : undefined)}
            options={['front', 'back', 'walls'].map((v) => ({ value: v, label: v }))}
          />
        </Row>
        <Row goal="rebuildable">
          {yes(b.rebuildable, (v) => set('rebuildable', v), 'others can make the same')}
        </Row>
        <Row goal="tools">
          <Select
            size="small"
            mode="multiple"
            aria-label="My tools"
            placeholder="my tools"
            style={{ minWidth: 180, maxWidth: 250 }}
            value={b.tools ?? []}
            onChange={(v: Brief['tools']) => set('tools', v?.length ? v : undefined)}
            options={TOOLS.map((v) => ({ value: v, label: v }))}
          />
          <Select
            size="small"
            aria-label="My experience"
            allowClear
            placeholder="experience"
            style={{ width: 120 }}
            value={b.skill ?? null}
            onChange={(v: Brief['skill'] | undefined) => set('skill', v)}
            options={['first build', 'a few built', 'many built'].map((v) => ({
              value: v,
              label: v,
            }))}
          />
        </Row>
      </section>
    </>
  );
}
