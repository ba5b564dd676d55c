/** How saving stands, in words, and the four choices when somebody else saved first. */
import { useState } from 'react';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { useStore } from 'zustand';
import { useKeys } from '../keys/useKeys';
import { useBuild } from '../state/build';
import { drafting } from '../state/storage';
import { Beside } from './Beside';
import { History } from './History';
import { Bad } from '../ui/Bad';

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });

export function SaveWords() {
  const { saving } = useBuild('saving');
  const trouble = useStore(drafting, (d) => d.trouble);
  const [history, setHistory] = useState(false);
  useKeys({ history: () => setHistory(true) });
  if (!saving) return null;
  const s = saving.state;
  let words: React.ReactNode;
  if (s.is === 'saved') words = `saved ${time.format(new Date(s.at))}`;
  else if (s.is === 'saving') words = 'saving ...';
  else if (s.is === 'unsaved') words = 'not saved yet';
  else if (s.is === 'offline') {
    words = <span className="bad">server away, kept in this browser</span>;
  } else if (s.is === 'conflict') words = <span className="bad">saved elsewhere meanwhile</span>;
  else words = <span className="bad">{s.sentence}</span>;
  return (
    <>
      <span role="status" data-save={s.is}>
        {words}
        {trouble && (
          <span className="bad" title={`${trouble} What is not saved is lost with the tab.`}>
            {' '}
            · no drafts kept
          </span>
        )}
      </span>{' '}
      ·{' '}
      <button type="button" className="plain linked" onClick={() => setHistory(true)}>
        history
      </button>
      {history && <History onClose={() => setHistory(false)} />}
    </>
  );
}

export function Stale() {
  const { saving, doc, open } = useBuild('saving', 'doc', 'open');
  const [both, setBoth] = useState(false);
  const go = useNavigate();
  if (saving?.state.is !== 'conflict') return null;
  const theirs = saving.state.current.document;
  return (
    <div className="over" role="dialog" aria-modal="true" aria-label="Saved elsewhere">
      <div>
        <h2>This build was saved elsewhere after you opened it</h2>
        <p style={{ margin: '6px 0 12px' }}>
          Your edits are kept here. Choose what becomes of them.
        </p>
        <Bad said={saving.state.trouble} />
        {both && <Beside titles={['Mine', 'Theirs']} documents={[doc, theirs]} />}
        <div className="row">
          <Button onClick={() => setBoth(!both)}>See both</Button>
          <Button
            onClick={() => {
              saving.takeTheirs(open);
            }}
          >
            Take theirs
          </Button>
          <Button onClick={saving.saveMine}>Save mine over theirs</Button>
          <Button
            type="primary"
            onClick={() =>
              void saving.saveCopy().then((key) => {
                if (key) void go(`/b/${key}/fit`);
              })
            }
          >
            Keep mine as a copy
          </Button>
        </div>
      </div>
    </div>
  );
}
