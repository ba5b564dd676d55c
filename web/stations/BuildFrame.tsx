/** The frame every station lives in: header with the verdict, thumb index, undo, help and finding anything. */
import { Suspense, useEffect, useState } from 'react';
import { Button } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { Link, NavLink, Outlet, useNavigate, useParams } from 'react-router';
import type { Score } from '@deft/core/brief';
import { percent, type Verdict } from '@deft/core/model';
import { useKeys } from '../keys/useKeys';
import { findDrafts } from '../state/draft';
import { getBuild, isOffline } from '../state/api';
import { BACK_MS, openBuild } from '../state/kept';
import { BuildProvider, useBuild, useSettled } from '../state/build';
import { settled } from '../state/useSaving';
import { useDark } from '../theme/useDark';
import { Goals } from '../ui/Scorecard';
import { Mark } from '../ui/Mark';
import { Wedge } from '../ui/Wedge';
import style from './BuildFrame.module.css';
import { FindAnything } from './FindAnything';
import { Keys } from './Keys';
import { OtherDrafts } from './OtherDrafts';
import { Renewed } from './Renewed';
import { SaveWords, Stale } from './SaveWords';
import { STATIONS } from './stations';
import { Bad } from '../ui/Bad';

export default function BuildFrame() {
  const { key = '' } = useParams();
  const opened = useQuery({
    queryKey: ['build', key],
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
    queryFn: async () => {
      const stored = await openBuild(key);
      const found = await findDrafts(key, stored);
      const { draft } = found;
      if (!draft || draft.basedOn === stored.version) return { stored, ...found };
      return { stored, ...found, draft: await settled(key, draft) };
    },
  });
  useServerBack(key, opened.data?.stored.kept === true, () => void opened.refetch());
  if (opened.isPending) {
    return (
      <p className="home note" role="status">
        Opening the build ...
      </p>
    );
  }
  if (!opened.data) {
    return (
      <main className="home">
        <h1>This build does not open</h1>
        <p>
          {isOffline(opened.error)
            ? 'The server does not answer, and this browser has not opened it before. Start it with npm start, then reload.'
            : opened.error.message}
        </p>
        <p>
          <Link to="/">Back to the builds</Link>
        </p>
      </main>
    );
  }
  const { stored, draft, others } = opened.data;
  // Edits from before that were based on an older version are not thrown away: they are a conflict.
  const conflict = draft && draft.basedOn !== stored.version ? stored : undefined;
  return (
    <BuildProvider
      key={`${key} ${stored.version}`}
      opened={stored}
      draft={draft?.document}
      conflict={conflict}
    >
      <Frame />
      <OtherDrafts build={key} found={others} />
    </BuildProvider>
  );
}

/** A build opened from what this browser kept is opened anew once the server answers. */
function useServerBack(key: string, away: boolean, again: () => void): void {
  const back = useQuery({
    queryKey: ['back', key],
    enabled: away,
    retry: false,
    gcTime: 0,
    refetchInterval: (q) => (q.state.data ? false : BACK_MS),
    queryFn: () => getBuild(key),
  });
  const is = away && back.data !== undefined;
  useEffect(() => {
    if (is) again();
    // Asked once for each time it comes back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [is]);
}

function Frame() {
  const { doc, check, scores, edit, undo, redo, undoes, redoes, key } = useBuild(
    'doc',
    'check',
    'scores',
    'edit',
    'undo',
    'redo',
    'undoes',
    'redoes',
    'key',
  );
  const { dark, toggle } = useDark();
  const [help, setHelp] = useState(false);
  const [find, setFind] = useState(false);
  const go = useNavigate();
  useEffect(() => {
    document.title = `${doc.name} · Deft Shell`;
  }, [doc.name]);
  useKeys({
    undo,
    redo,
    keys: () => setHelp((on) => !on),
    find: () => setFind(true),
    light: toggle,
    close: () => {
      setHelp(false);
      setFind(false);
    },
    station: (e) => void go(`/b/${key}/${STATIONS[Number(e.code.slice(-1)) - 1]!.id}`),
  });
  return (
    <div className="frame">
      <header className="head">
        <Link to="/" className="mark" aria-label="All builds">
          <Mark />
        </Link>
        <div className="title">
          <h1>
            <BuildName name={doc.name} onChange={(name) => edit((p) => ({ ...p, name }))} />
          </h1>
          <p className="note">
            {doc.way} · <SaveWords />
          </p>
        </div>
        <HeaderVerdict />
        <Goals />
        <Button
          size="small"
          disabled={undoes === undefined}
          onClick={undo}
          aria-label="Undo"
          title={undoes && `Undo: ${undoes}`}
        >
          Undo
        </Button>
        <Button
          size="small"
          disabled={redoes === undefined}
          onClick={redo}
          aria-label="Redo"
          title={redoes && `Redo: ${redoes}`}
        >
          Redo
        </Button>
        <Button
          onClick={() => setFind(true)}
          style={{
            width: 148,
            textAlign: 'left',
            display: 'flex',
            justifyContent: 'space-between',
          }}
        >
          Find anything <span className="kbd">/</span>
        </Button>
      </header>
      <nav className="index" aria-label="Stations">
        {STATIONS.map((s) => {
          const n = s.id === 'brief' ? goalCount(scores) : check.byStation[s.id];
          return (
            <NavLink key={s.id} to={s.id} className={({ isActive }) => (isActive ? 'here' : '')}>
              {s.name}
              {n && (
                <span className="count">
                  <Wedge verdict={n.hits ? 'hit' : 'tight'} />
                  {n.hits || n.tight}
                  <span className="sr">{n.hits ? 'hits' : 'tight'}</span>
                </span>
              )}
            </NavLink>
          );
        })}
        <div className="foot">
          <Link to="print" className={style.foot}>
            Print
          </Link>
          <button type="button" className="plain note" onClick={toggle}>
            {dark ? 'Light' : 'Dark'}
          </button>
          <button type="button" className="plain note" onClick={() => setHelp(true)}>
            Keys <span className="kbd">?</span>
          </button>
        </div>
      </nav>
      <main className="main">
        <Suspense
          fallback={
            <p className="sheet note" role="status">
              Opening ...
            </p>
          }
        >
          <Outlet />
        </Suspense>
      </main>
      <Stale />
      <Renewed />
      {help && <Keys onClose={() => setHelp(false)} />}
      {find && <FindAnything onClose={() => setFind(false)} />}
    </div>
  );
}

const worst = ({ hits, tight }: { hits: number; tight: number }): Verdict => {
  if (hits) return 'hit';
  return tight ? 'tight' : 'clear';
};

/** The verdict in one sentence. One about an older state is never shown: it may no longer be true. */
function HeaderVerdict() {
  const { check, broken } = useBuild('check', 'broken');
  const settled = useSettled();
  const { key, choose } = useBuild('key', 'choose');
  const go = useNavigate();
  const first = check.findings.find((f) => f.verdict !== 'clear');
  const show = () => {
    choose(first!.id);
    void go(`/b/${key}/${first!.station}`);
  };
  const laidOut = useBuild('judged').judged.layout.placements.length > 0;
  if (!settled) {
    return (
      <div className="verdict" role="status" aria-live="polite" aria-busy={!broken}>
        <b>{broken ? 'This state cannot be judged: undo the last edit' : 'Checking ...'}</b>
      </div>
    );
  }
  return (
    <div className="verdict" role="status" aria-live="polite">
      {laidOut && <Wedge verdict={worst(check)} size={16} />}
      {first ? (
        <button
          type="button"
          className="plain"
          title={`To the worst: ${first.title}`}
          onClick={show}
        >
          <b>{check.sentence}</b>
        </button>
      ) : (
        <b>{check.sentence}</b>
      )}
      {laidOut && !check.hits && (
        <span className="note nowrap">gaps alone: {percent(check.chance)} to fit first time</span>
      )}
    </div>
  );
}

/** Missed goals count as hits at the Brief tab, those at risk as tight. */
const goalCount = (scores: readonly Score[]) => {
  const hits = scores.filter((s) => s.standing === 'missed').length;
  const tight = scores.filter((s) => s.standing === 'at risk').length;
  return hits || tight ? { hits, tight } : undefined;
};

function BuildName({
  name,
  onChange,
}: {
  name: string;
  onChange: (name: string) => string | undefined;
}) {
  const [text, setText] = useState<string>();
  const [bad, setBad] = useState<string>();
  const done = () => {
    if (text !== undefined && text !== name) {
      const s = onChange(text);
      setBad(s);
      if (s) return;
    }
    setText(undefined);
  };
  if (text === undefined) {
    return (
      <button
        type="button"
        className="plain"
        onClick={() => setText(name)}
        title="Rename"
        aria-label={`Rename ${name}`}
      >
        {name}
      </button>
    );
  }
  return (
    <>
      <input
        aria-label="Build name"
        autoFocus
        value={text}
        maxLength={200}
        onChange={(e) => setText(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
          if (e.key === 'Escape') setText(undefined);
        }}
        style={{
          font: 'inherit',
          width: '100%',
          background: 'var(--card)',
          color: 'var(--ink)',
          border: '1px solid var(--index-line)',
          borderRadius: 4,
        }}
      />
      <Bad said={bad} inline />
    </>
  );
}
