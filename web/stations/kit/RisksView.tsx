/** Whether software for this build is known, and what nobody has tried yet, the riskiest first. */
import { useState } from 'react';
import { Button, Input, InputNumber } from 'antd';
import { knownToWork, type Unknown, unknowns } from '@deft/core/kit';
import type { Project } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { Wedge } from '../../ui/Wedge';

export function RisksView() {
  const { doc, edit } = useBuild('doc', 'edit');
  const known = knownToWork(doc);
  const list = unknowns(doc);
  const open = list.filter((u) => !u.tried);
  const tried = ({ is, of }: Unknown, holds: boolean | undefined) =>
    edit((p) => {
      const others = (p.tried ?? []).filter((t) => t.assumption !== is || t.of !== of);
      const trial = holds === undefined ? [] : [{ assumption: is, ...(of && { of }), holds }];
      return { ...p, tried: [...others, ...trial] };
    });
  return (
    <div className="sheet" role="region" aria-label="Untried">
      <header>
        <h1>
          {open.length ? `Try this first: ${open[0]!.assumption}` : 'Every assumption was tried'}
        </h1>
        <p className="note">
          {open[0]?.trial ?? 'Add parts, and what they assume is listed here.'}
        </p>
      </header>
      {known && <Software doc={doc} known={known} />}
      {list.length > 0 && (
        <table className="plain" aria-label="Assumptions">
          <thead>
            <tr>
              <th>Assumed</th>
              <th>Spoils if false</th>
              <th>Cheapest trial</th>
              <th>Doubt</th>
              <th style={{ width: 170 }}>Tried</th>
            </tr>
          </thead>
          <tbody>
            {list.map((u) => (
              <tr key={u.id}>
                <td>{u.assumption}</td>
                <td className="nowrap">
                  {u.spoils.money} and {u.spoils.hours} h
                </td>
                <td>
                  {u.trial} <span className="note">{u.minutes} min</span>
                </td>
                <td>{Math.round(100 * u.doubt)} %</td>
                <td>
                  {u.tried ? (
                    <span className="row">
                      <Wedge verdict={u.tried.holds ? 'clear' : 'hit'} />
                      {u.tried.holds ? 'holds' : 'does not hold'}
                      <Button
                        size="small"
                        type="text"
                        aria-label={`Not tried: ${u.assumption}`}
                        onClick={() => tried(u, undefined)}
                      >
                        undo
                      </Button>
                    </span>
                  ) : (
                    <span className="row">
                      <Button
                        size="small"
                        aria-label={`Holds: ${u.assumption}`}
                        onClick={() => tried(u, true)}
                      >
                        Holds
                      </Button>
                      <Button
                        size="small"
                        aria-label={`Does not hold: ${u.assumption}`}
                        onClick={() => tried(u, false)}
                      >
                        Does not
                      </Button>
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="note">
        Doubts are a rule of thumb; an hour at the bench is set against 10 of money to rank both
        together.
      </p>
    </div>
  );
}

function Software({
  doc,
  known,
}: {
  doc: Project;
  known: NonNullable<ReturnType<typeof knownToWork>>;
}) {
  const { edit } = useBuild('edit');
  const [bad, setBad] = useState<string>();
  const image = doc.image ?? { name: '' };
  const set = (more: Partial<NonNullable<Project['image']>>) => {
    const next = { ...image, ...more };
    for (const k of ['copy', 'sha256', 'gb'] as const) {
      if (next[k] === '' || next[k] === undefined) delete next[k];
    }
    setBad(edit((p) => ({ ...p, image: next }), 'image'));
  };
  const WORDS = {
    known: 'Known to work',
    partly: 'Known in part',
    unknown: 'Not known to work',
  } as const;
  let verdict: 'hit' | 'tight' | 'clear';
  if (known.state === 'known') verdict = 'clear';
  else if (known.state === 'partly') verdict = 'tight';
  else verdict = 'hit';
  return (
    <section className="card" aria-label="Software">
      <h2 className="row">
        <Wedge verdict={verdict} />
        {WORDS[known.state]}: {known.computer}, {known.link}, {known.route} inputs
      </h2>
      {known.why.map((w) => (
        <p key={w} className="note">
          {w}
        </p>
      ))}
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)',
          gap: 18,
          marginTop: 8,
        }}
      >
        <div className="pair" style={{ gridTemplateColumns: '110px minmax(0, 1fr)' }}>
          <label htmlFor="image-name">System image</label>
          <Input
            id="image-name"
            size="small"
            maxLength={200}
            value={image.name}
            placeholder="its name and date"
            onChange={(e) => set({ name: e.target.value })}
          />
          <label htmlFor="image-copy">My copy lies</label>
          <Input
            id="image-copy"
            size="small"
            maxLength={400}
            value={image.copy ?? ''}
            placeholder="folder or drawer"
            onChange={(e) => set({ copy: e.target.value })}
          />
          <label htmlFor="image-sha">SHA-256</label>
          <Input
            id="image-sha"
            size="small"
            key={image.sha256 ?? ''}
            defaultValue={image.sha256 ?? ''}
            placeholder="64 digits"
            onBlur={(e) => {
              if (e.target.value !== (image.sha256 ?? '')) {
                set({ sha256: e.target.value.trim().toLowerCase() });
              }
            }}
            {...(bad ? { status: 'error' as const } : {})}
          />
          <label htmlFor="image-gb">Games, GB</label>
          <InputNumber
            id="image-gb"
            size="small"
            min={0.1}
            max={4000}
            value={image.gb ?? null}
            onChange={(v) => set(typeof v === 'number' ? { gb: v } : { gb: undefined })}
          />
          {bad && (
            <span className="bad" role="alert" style={{ gridColumn: '1 / 3' }}>
              {bad}
            </span>
          )}
        </div>
        <div>
          <p>
            <b style={{ fontWeight: 600 }}>Card</b> {(known.cardGb + (image.gb ?? 0)).toFixed(0)} GB
            at least ·{' '}
            <b style={{ fontWeight: 600 }}>
              {known.seconds[0]} to {known.seconds[1]} s
            </b>{' '}
            to the menu, typical
          </p>
          <p className="note">First start wants {known.gear.join('; ')}.</p>
          {known.boot.length > 0 && (
            // It scrolls sideways where it is narrow, by keys as well.
            <pre className="boot" tabIndex={0} aria-label="Boot settings">
              {known.boot.join('\n')}
            </pre>
          )}
        </div>
      </div>
    </section>
  );
}
