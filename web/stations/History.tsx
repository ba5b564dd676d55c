/**
 * Every saved state of the build: when, and what changed. One is looked at beside what stands now,
 * gone back to, or opened as a build of its own.
 */
import { useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { Button } from 'antd';
import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { sceneOf } from '@deft/core/fit';
import { SmallBooks } from '../book/SmallBooks';
import { createBuild, getState, isOffline, listSaves, type SavedLine } from '../state/api';
import { useBuild } from '../state/build';
import { Beside } from './Beside';
import { gathered, type SavedGroup } from './history';
import style from './History.module.css';
import { Bad } from '../ui/Bad';

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });
/** The server gives so many lines at once. */
const PAGE = 500;

export function History({ onClose }: { onClose: () => void }) {
  const { key } = useBuild('key');
  const [chosen, choose] = useState<number>();
  const saves = useInfiniteQuery({
    queryKey: ['history', key],
    // What was saved before this was opened is not what stands now.
    gcTime: 0,
    staleTime: Infinity,
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) => listSaves(key, pageParam),
    getNextPageParam: (page: SavedLine[]) =>
      page.length === PAGE ? page.at(-1)!.version : undefined,
  });
  const groups = useMemo(() => gathered(saves.data?.pages.flat() ?? []), [saves.data]);
  return createPortal(
    <div
      className="over"
      role="dialog"
      aria-modal="true"
      aria-label="History"
      onClick={onClose}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
    >
      <div className={style.sheet} onClick={(e) => e.stopPropagation()}>
        <div className="row">
          <h2 className="grow">History of this build</h2>
          <button type="button" className="plain kbd" onClick={onClose} autoFocus>
            Esc
          </button>
        </div>
        {saves.isError && (
          <p className="bad" role="alert">
            {isOffline(saves.error)
              ? 'The server does not answer; the history is kept there.'
              : saves.error.message}
          </p>
        )}
        {saves.isPending && (
          <p className="note" role="status">
            Reading what was saved ...
          </p>
        )}
        <div className={style.columns}>
          <div className={style.lines}>
            <ol>
              {groups.map((g, i) => (
                <li key={g.version}>
                  {groups[i - 1] && dayOf(groups[i - 1]!) === dayOf(g) ? null : (
                    <p className="cap">{dayOf(g)}</p>
                  )}
                  <button
                    type="button"
                    className={`plain ${style.line} ${chosen === g.version ? style.here : ''}`}
                    aria-pressed={chosen === g.version}
                    onClick={() => choose(g.version)}
                  >
                    <span className={style.time}>{time.format(new Date(g.at))}</span>
                    <span className="grow">
                      {i === 0 ? `now: ${g.words}` : g.words}
                      {g.saves > 1 && <span className="note"> · {g.saves} saves</span>}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
            {saves.hasNextPage && (
              <Button size="small" onClick={() => void saves.fetchNextPage()}>
                Older
              </Button>
            )}
          </div>
          {chosen === undefined ? (
            <p className="note">Choose a line to see the build as it was then.</p>
          ) : (
            <Then version={chosen} onClose={onClose} />
          )}
        </div>
      </div>
    </div>,
    document.body,
  );
}

const dayOf = (g: SavedGroup): string => day.format(new Date(g.at));

/** The build as it was at a version. */
function Then({ version, onClose }: { version: number; onClose: () => void }) {
  const { key, doc, edit } = useBuild('key', 'doc', 'edit');
  const go = useNavigate();
  const [bad, setBad] = useState<string>();
  const state = useQuery({
    queryKey: ['history', key, version],
    queryFn: () => getState(key, version),
    staleTime: Infinity,
  });
  const was = state.data?.document;
  const scene = useMemo(() => was && sceneOf(was), [was]);
  const copy = useMutation({
    mutationFn: async () => {
      const at = `${day.format(new Date(state.data!.savedAt))}, ${time.format(new Date(state.data!.savedAt))}`;
      const name = `${was!.name.slice(0, 160)} (as on ${at})`;
      return createBuild({ ...was!, name }, key);
    },
    onSuccess: (made) => go(`/b/${made.key}/fit`),
    onError: (e) => setBad(e.message),
  });
  if (state.isError) {
    return <Bad said={state.error.message} />;
  }
  if (!was || !scene) {
    return (
      <p className="note" role="status">
        Opening it ...
      </p>
    );
  }
  const back = () => {
    const refused = edit(was);
    setBad(refused);
    if (!refused) onClose();
  };
  return (
    <section aria-label={`As it was, version ${version}`} className={style.then}>
      <SmallBooks scene={scene} width={380} most={220} name="The build as it was" named />
      <Beside titles={['Then', 'Now']} documents={[was, doc]} />
      <Bad said={bad} />
      <div className="row">
        <Button type="primary" disabled={was === doc} onClick={back}>
          Go back to this
        </Button>
        <Button loading={copy.isPending} onClick={() => copy.mutate()}>
          Open it as a build of its own
        </Button>
      </div>
      <p className="note">Going back is an edit like any other: Undo takes it back.</p>
    </section>
  );
}
