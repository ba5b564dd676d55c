/** "Arrange for me": several really different layouts without a hit, side by side with today's. */
import { useEffect, useMemo, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { Button, InputNumber, Select } from 'antd';
import { type Figures, figuresOf, type Layout } from '@deft/core/arrange';
import { type Scene, sceneOf } from '@deft/core/fit';
import { appliedAll, type Change, mm1, type Project } from '@deft/core/model';
import { SmallBook } from '../../book/SmallBook';
import { keepFit } from '../../state/api';
import { useBuild, useCheckerNow, useLayout, useShownScene } from '../../state/build';
import { Wedge } from '../../ui/Wedge';
import { type Arranging, RUN_SECONDS } from './useArranger';

const sentenceCase = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

type OnGhost = (scene: Scene | undefined) => void;

export function ArrangeView({
  arranger: a,
  onGhost,
  onClose,
}: {
  arranger: Arranging;
  onGhost: OnGhost;
  onClose: () => void;
}) {
  const { apply, key } = useBuild('apply', 'key');
  const client = useQueryClient();
  const [kept, setKept] = useState<{ name: string; bad?: string }>();
  const doc = useLayout();
  const scene = useShownScene();
  const checkerNow = useCheckerNow();
  const [seed, setSeed] = useState(1);
  const [fixed, fix] = useState<string[]>([]);
  // Nothing is ghosted once the layouts are gone from sight.
  useEffect(() => () => onGhost(undefined), [onGhost]);
  const placed = doc.layout.placements.map((q) => q.item);
  const today = useMemo(
    () => (placed.length ? figuresOf(doc, checkerNow()) : undefined),
    [doc, checkerNow, placed.length],
  );
  const take = (changes: readonly Change[]) => {
    apply(changes);
    a.forget();
    onClose();
  };
  /** Beside the build as it is: to be compared later, and taken from there. */
  const keep = async (name: string, changes: readonly Change[]) => {
    const note = `Arranged, ${name.toLowerCase()}, seed ${seed}`;
    try {
      client.setQueryData(['fits', key], await keepFit(key, note, appliedAll(doc, changes)));
      setKept({ name });
    } catch (e) {
      setKept({ name, bad: (e as Error).message });
    }
  };
  const shown = a.told?.best ?? [];
  const p = a.told?.progress;
  let says: string;
  if (a.trying) says = `Would it go with one change? ${a.trying} ...`;
  else if (p) {
    says = `${p.trials} places tried, ${p.stood} of ${p.of} parts stood at best${a.running ? `, ${Math.ceil(a.told!.secondsLeft)} s left` : ''}`;
  } else {
    says =
      'Ports to walls, screen to its window, keys under their holes; the rest side by side, nothing touching.';
  }
  let whyNot: React.ReactNode;
  if (a.why?.ease) {
    whyNot = (
      <p>
        It goes with one change:{' '}
        <Button size="small" type="primary" onClick={() => take(a.why!.ease!.changes)}>
          {a.why.ease.text}
        </Button>
      </p>
    );
  } else if (a.why) {
    whyNot = (
      <p className="note">
        No single change was found that makes it possible. Leave a part out, or take a thinner one
        in Kit.
      </p>
    );
  } else if (!p?.of) whyNot = <p className="note">Everything is kept in place.</p>;
  else whyNot = null;
  return (
    <section className="profile arrange" aria-label="Arrange for me">
      <div className="bar">
        <h2>Arrange for me</h2>
        {a.running ? (
          <Button size="small" onClick={a.cancel}>
            Cancel
          </Button>
        ) : (
          <Button size="small" type="primary" onClick={() => void a.run(seed, fixed)}>
            {a.told ? `Go on ${RUN_SECONDS} s more` : `Look for ${RUN_SECONDS} s`}
          </Button>
        )}
        <label className="row note">
          Keep in place{' '}
          <Select
            size="small"
            mode="multiple"
            aria-label="Keep in place"
            placeholder="nothing"
            style={{ minWidth: 150, maxWidth: 320 }}
            maxTagCount={2}
            value={fixed}
            onChange={fix}
            disabled={a.running}
            options={placed.map((id) => ({
              value: id,
              label: doc.kit.items.find((i) => i.id === id)?.name ?? id,
            }))}
          />
        </label>
        <label className="row note">
          Seed{' '}
          <InputNumber
            size="small"
            aria-label="Seed"
            min={1}
            max={99999}
            style={{ width: 76 }}
            value={seed}
            disabled={a.running}
            onChange={(v) => v && setSeed(v)}
          />
        </label>
        <span className="note grow" role="status">
          {says}
        </span>
        <Button size="small" type="text" onClick={onClose}>
          Close
        </Button>
      </div>
      <div className="layouts">
        <LayoutCard name="Today" scene={scene} figures={today} />
        {shown.map(({ aims, layout }, i) => (
          <Found
            onGhost={onGhost}
            key={i}
            name={sentenceCase(aims.join(', ') || 'another way')}
            doc={doc}
            layout={layout}
            onTake={() => take(layout.changes)}
            onKeep={(name) => void keep(name, layout.changes)}
            kept={kept}
          />
        ))}
        {a.told && !shown.length && !a.running && (
          <div className="why-not">
            <h3 className="row">
              <Wedge verdict="hit" />
              No layout found
            </h3>
            {a.why?.sentences.map((s) => (
              <p key={s}>{s.charAt(0).toUpperCase() + s.slice(1)}.</p>
            ))}
            {whyNot}
          </div>
        )}
      </div>
    </section>
  );
}

function Found({
  name,
  doc,
  layout,
  onTake,
  onKeep,
  kept,
  onGhost,
}: {
  name: string;
  doc: Project;
  layout: Layout;
  onTake: () => void;
  onKeep: (name: string) => void;
  kept: { name: string; bad?: string } | undefined;
  onGhost: OnGhost;
}) {
  const scene = useMemo(() => sceneOf(appliedAll(doc, layout.changes)), [doc, layout]);
  return (
    <LayoutCard
      name={name}
      scene={scene}
      figures={layout.figures}
      onLook={(on) => onGhost(on ? scene : undefined)}
    >
      <Button size="small" type="primary" aria-label={`Take ${name}`} onClick={onTake}>
        Take it
      </Button>{' '}
      <Button size="small" aria-label={`Keep ${name} as a test fit`} onClick={() => onKeep(name)}>
        Keep it
      </Button>
      {kept?.name === name && (
        <p className={kept.bad ? 'bad' : 'note'} role="status">
          {kept.bad ?? 'Kept among the test fits.'}
        </p>
      )}
    </LayoutCard>
  );
}

function LayoutCard({
  name,
  scene,
  figures: f,
  onLook,
  children,
}: {
  name: string;
  scene: Scene;
  figures: Figures | undefined;
  /** The pointer or the focus comes to it, or leaves it. */
  onLook?: (on: boolean) => void;
  children?: React.ReactNode;
}) {
  const hits = f?.hits ?? 0;
  if (!scene.shell) return null;
  let verdict: 'hit' | 'tight' | 'clear';
  if (hits) verdict = 'hit';
  else if (f?.tight) verdict = 'tight';
  else verdict = 'clear';
  return (
    <article
      className="layout-card"
      aria-label={`Layout: ${name}`}
      onPointerEnter={() => onLook?.(true)}
      onPointerLeave={() => onLook?.(false)}
      onFocus={() => onLook?.(true)}
      onBlur={() => onLook?.(false)}
    >
      <SmallBook scene={scene} width={230} most={150} name={`${name}, the book open`} named />
      <div>
        <b
          className="row"
          style={{ fontWeight: 600, flexWrap: 'nowrap', alignItems: 'flex-start' }}
        >
          <Wedge verdict={verdict} />
          {name}
        </b>
        {f && (
          <p className="note">
            {hits ? `${hits} ${hits === 1 ? 'hit' : 'hits'}, ` : ''}
            {f.tight} tight · {f.cuts} {f.cuts === 1 ? 'opening' : 'openings'} to cut
            <br />
            {f.thickMm.toFixed(1)} mm from lowest to highest
            <br />
            {Math.round(f.wireMm)} mm of wire to cut
            <br />
            least margin {f.leastMm < 0 ? '−' : ''}
            {mm1(f.leastMm)} mm
          </p>
        )}
        {children}
      </div>
    </article>
  );
}
