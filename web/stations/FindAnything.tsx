/** Find anything, and do it: what is chosen is gone to, done or explained. */
import { useMemo, useState } from 'react';
import { Input } from 'antd';
import { useNavigate } from 'react-router';
import { ask } from '../keys/asking';
import { useBuild } from '../state/build';
import { Explained } from '../words/Term';
import style from './FindAnything.module.css';
import { findable, type Findable, foundIn } from './find';

export function FindAnything({ onClose }: { onClose: () => void }) {
  const { doc, check, key, choose } = useBuild('doc', 'check', 'key', 'choose');
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const all = useMemo(() => findable(doc, check), [doc, check]);
  const found = useMemo(() => foundIn(all, text), [all, text]);
  const lit = found[at];

  const take = (f: Findable | undefined) => {
    // A word is explained where it is found.
    if (!f || f.term) return;
    onClose();
    if (f.file) {
      window.location.assign(`/api/builds/${key}/export`);
      return;
    }
    if (f.to) {
      choose(f.finding);
      void go(`/b/${key}/${f.to}`);
    }
    if (f.doing) ask(f.doing);
  };
  return (
    <div
      className="over"
      role="dialog"
      aria-modal="true"
      aria-label="Find anything"
      onClick={onClose}
    >
      <div onClick={(e) => e.stopPropagation()}>
        <Input
          autoFocus
          aria-label="Find"
          placeholder="a part, a post, a finding, a station, a word, something to do"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
            if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
            if (e.key === 'Enter') {
              // What opens now would get the rest of this key press.
              e.preventDefault();
              take(lit);
            }
            if (e.key === 'Escape') onClose();
          }}
        />
        <div className={`list ${style.found}`} role="listbox" aria-label="Found">
          {found.map((f, i) => (
            <button
              type="button"
              role="option"
              aria-selected={i === at}
              key={`${f.kind}${f.words}${i}`}
              className={`plain row ${i === at ? 'sel' : ''}`}
              onMouseEnter={() => setAt(i)}
              onClick={() => take(f)}
            >
              <span className="grow">{f.words}</span>
              <span className="note">{f.kind}</span>
            </button>
          ))}
          {!found.length && <p className="note">Nothing is called that.</p>}
        </div>
        {lit?.term && (
          <div className={style.word} role="status">
            <Explained term={lit.term} />
          </div>
        )}
      </div>
    </div>
  );
}
