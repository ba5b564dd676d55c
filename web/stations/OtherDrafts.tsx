/** What closed tabs left unsaved of this build: each opened as a copy, or thrown away when asked. */
import { useState } from 'react';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { createBuild, isOffline } from '../state/api';
import { dropDraft, type FoundDraft } from '../state/draft';

const time = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

export function OtherDrafts({ build, found }: { build: string; found: readonly FoundDraft[] }) {
  const [gone, setGone] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string>();
  const go = useNavigate();
  const draft = found.find((d) => !gone.includes(d.tab));
  if (!draft) return null;
  const drop = async () => {
    await dropDraft(build, draft.tab);
    setGone([...gone, draft.tab]);
  };
  const copy = async () => {
    try {
      const name = `${draft.document.name.slice(0, 185)} (from a closed tab)`;
      const made = await createBuild({ ...draft.document, name }, build);
      await drop();
      await go(`/b/${made.key}/fit`);
    } catch (e) {
      setTrouble(
        isOffline(e) ? 'The server does not answer; they stay here.' : (e as Error).message,
      );
    }
  };
  return (
    <div className="left-over" role="status">
      <span>
        A closed tab left edits of this build, last from {time.format(draft.at)}.
        {trouble && <span className="bad"> {trouble}</span>}
      </span>
      <Button size="small" onClick={() => void copy()}>
        Open them as a copy
      </Button>
      <Button size="small" type="text" onClick={() => void drop()}>
        Throw them away
      </Button>
    </div>
  );
}
