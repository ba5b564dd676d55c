/** Test fits that were kept, and any of them against today's: what moved, what was cleared, what got worse. */
import { useEffect, useMemo, useState } from 'react';
import { Button, Input, Select } from 'antd';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { bodiesOf, type Scene, sceneOf } from '@deft/core/fit';
import { type Finding } from '@deft/core/model';
import { compareBuilds } from '@deft/core/verdict';
import { addPicture, getFit, keepFit, listFits, pictureUrl } from '../../state/api';
import { useBuild, useShownScene } from '../../state/build';
import { useJudgement } from '../../engine/useJudgement';
import { Wedge } from '../../ui/Wedge';
import { Bad } from '../../ui/Bad';

const NOW = 'now';
const when = (at: string): string =>
  new Date(at).toLocaleDateString(undefined, { year: 'numeric', month: 'short', day: 'numeric' });

export function TestFits({
  onGhost,
  onClose,
}: {
  onGhost: (s: Scene | undefined) => void;
  onClose: () => void;
}) {
  const { key, doc, check: today, judged } = useBuild('key', 'doc', 'check', 'judged');
  const body = useShownScene().shell?.body.id;
  const client = useQueryClient();
  const fits = useQuery({ queryKey: ['fits', key], queryFn: () => listFits(key) });
  const [first, setFirst] = useState<string>();
  const [second, setSecond] = useState<string>(NOW);
  const [note, setNote] = useState('');
  const [photo, setPhoto] = useState<File>();
  const [bad, setBad] = useState<string>();
  const a = first ?? fits.data?.[fits.data.length - 1]?.id;
  const one = useQuery({
    queryKey: ['fit', key, a],
    enabled: a !== undefined,
    staleTime: Infinity,
    queryFn: () => getFit(key, a!),
  });
  const other = useQuery({
    queryKey: ['fit', key, second],
    enabled: second !== NOW,
    staleTime: Infinity,
    queryFn: () => getFit(key, second),
  });
  const from = one.data?.document;
  const to = second === NOW ? judged : other.data?.document;
  const before = useJudgement(from);
  const kept = useJudgement(second === NOW ? undefined : to);
  const after = second === NOW ? today : kept;
  const diff = useMemo(
    () => (from && to && before && after ? compareBuilds(from, to, before, after) : undefined),
    [from, to, before, after],
  );
  useEffect(() => {
    const there = second === NOW && from ? bodiesOf(sceneOf(from)) : [];
    onGhost(there.find((s) => s.shell?.body.id === body) ?? there[0]);
    return () => onGhost(undefined);
  }, [from, second, body, onGhost]);
  const keep = async () => {
    setBad(undefined);
    try {
      const sha = photo
        ? (await addPicture(key, photo.type, new Uint8Array(await photo.arrayBuffer()))).sha256
        : undefined;
      client.setQueryData(['fits', key], await keepFit(key, note, doc, sha));
      setNote('');
      setPhoto(undefined);
    } catch (e) {
      setBad((e as Error).message);
    }
  };
  const options = (fits.data ?? []).map((f) => ({
    value: f.id,
    label: `${f.note}, ${when(f.at)}`,
  }));
  return (
    <section className="profile" aria-label="Test fits">
      <div className="bar">
        <h2>Test fits</h2>
        <Input
          size="small"
          aria-label="Note of this test fit"
          placeholder="test fit 3: wired"
          maxLength={200}
          style={{ width: 210 }}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          onPressEnter={() => void keep()}
        />
        <label className="note">
          photo{' '}
          <input
            type="file"
            accept="image/jpeg,image/png"
            aria-label="Photo of this test fit"
            style={{ width: 200 }}
            onChange={(e) => setPhoto(e.target.files?.[0])}
          />
        </label>
        <Button size="small" type="primary" disabled={!note.trim()} onClick={() => void keep()}>
          Keep today's
        </Button>
        <Bad said={bad} inline />
        <Button size="small" type="text" style={{ marginLeft: 'auto' }} onClick={onClose}>
          Close
        </Button>
      </div>
      {!options.length && fits.isSuccess && (
        <p className="note" style={{ padding: '10px 20px' }}>
          None kept yet. Keep one before each closing, with what you tried; any two can be compared
          afterwards.
        </p>
      )}
      {options.length > 0 && (
        <>
          <div className="bar">
            <Select
              size="small"
              aria-label="Compare"
              style={{ width: 250 }}
              value={a ?? null}
              onChange={setFirst}
              options={options}
            />
            <span className="note">against</span>
            <Select
              size="small"
              aria-label="Against"
              style={{ width: 250 }}
              value={second}
              onChange={setSecond}
              options={[{ value: NOW, label: 'today' }, ...options]}
            />
            <b style={{ fontWeight: 600 }}>{diff?.sentence}</b>
          </div>
          {diff && (
            <div className="diff">
              <List title="Moved" empty="Nothing moved.">
                {[
                  ...diff.moved.map((m) => <li key={m.item}>{m.words}</li>),
                  ...diff.added.map((n) => <li key={`+${n}`}>{n} is new</li>),
                  ...diff.removed.map((n) => <li key={`-${n}`}>{n} is gone</li>),
                ]}
              </List>
              <List title="Cleared" empty="Nothing was cleared.">
                {diff.cleared.map((f) => (
                  <Row key={f.id} f={f} verdict="clear" />
                ))}
              </List>
              <List title="New or worse" empty="Nothing got worse.">
                {diff.worse.map(({ finding: f, was }) => (
                  <Row
                    key={f.id}
                    f={f}
                    verdict={f.verdict}
                    was={was && was.verdict !== 'clear' ? was.title : undefined}
                  />
                ))}
              </List>
              {one.data?.photo && (
                <img
                  src={pictureUrl(key, one.data.photo)}
                  alt={`Photo of ${options.find((o) => o.value === a)?.label}`}
                  style={{ maxHeight: 150, borderRadius: 6 }}
                />
              )}
            </div>
          )}
        </>
      )}
    </section>
  );
}

const List = ({
  title,
  empty,
  children,
}: {
  title: string;
  empty: string;
  children: React.ReactNode[];
}) => (
  <div>
    <h3>{title}</h3>
    {children.length ? <ul>{children}</ul> : <p className="note">{empty}</p>}
  </div>
);
const Row = ({
  f,
  verdict,
  was,
}: {
  f: Finding;
  verdict: Finding['verdict'];
  was?: string | undefined;
}) => (
  <li className="row" style={{ flexWrap: 'nowrap', alignItems: 'baseline' }}>
    <Wedge verdict={verdict} />
    <span>
      {f.title}: {f.what}
      {was && <span className="note"> (was {was})</span>}
    </span>
  </li>
);
