/** How saving stands, in words, and the four choices when somebody else saved first. */
import { useState } from 'react';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { useStore } from 'zustand';
import type { Judgement } from '@deft/core/verdict';
import type { Project } from '@deft/core/model';
import { useJudgement } from '../engine/useJudgement';
import { useBuild } from '../state/build';
import { drafting } from '../state/draft';

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });

export function SaveWords() {
  const { saving } = useBuild('saving');
  const trouble = useStore(drafting, (d) => d.trouble);
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
    <span role="status" data-save={s.is}>
      {words}
      {trouble && (
        <span className="bad" title={`${trouble} What is not saved is lost with the tab.`}>
          {' '}
          · no drafts kept
        </span>
      )}
    </span>
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
        {saving.state.trouble && (
          <p className="bad" role="alert">
            {saving.state.trouble}
          </p>
        )}
        {both && <Both mine={doc} theirs={theirs} />}
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

function Both({ mine, theirs }: { mine: Project; theirs: Project }) {
  const judgedMine = useJudgement(mine);
  const judgedTheirs = useJudgement(theirs);
  return (
    <table className="plain" style={{ marginBottom: 12 }}>
      <thead>
        <tr>
          <th />
          <th>Mine</th>
          <th>Theirs</th>
        </tr>
      </thead>
      <tbody>
        {(
          [
            ['Name', (p) => p.name],
            ['Verdict', (_, judged) => judged?.sentence ?? 'Checking ...'],
            ['Parts', (p) => String(p.kit.items.length)],
            ['Laid out', (p) => String(p.layout.placements.length)],
            ['Cuts', (p) => String(p.cuts.length)],
            ['Inputs', (p) => String(p.controls.inputs.length)],
            ['Steps done', (p) => String(p.build.done.length)],
          ] as Array<[string, (p: Project, judged: Judgement | undefined) => string]>
        ).map(([name, of]) => (
          <tr key={name}>
            <td>{name}</td>
            <td>{of(mine, judgedMine)}</td>
            <td>{of(theirs, judgedTheirs)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
