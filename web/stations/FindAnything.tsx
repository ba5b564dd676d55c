/** Find anything: stations, parts, features, inputs and findings by their words. */
import { useMemo, useState } from 'react';
import { Input } from 'antd';
import { useNavigate } from 'react-router';
import { useBuild } from '../state/build';
import { STATIONS } from './stations';

export function FindAnything({ onClose }: { onClose: () => void }) {
  const { doc, check, key, choose } = useBuild('doc', 'check', 'key', 'choose');
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const all = useMemo(
    () => [
      ...STATIONS.map((s) => ({
        words: s.name,
        kind: 'station',
        to: s.id,
        finding: undefined as string | undefined,
      })),
      ...check.findings
        .filter((f) => f.verdict !== 'clear')
        .map((f) => ({
          words: `${f.title}: ${f.what}`,
          kind: 'finding',
          to: f.station,
          finding: f.id,
        })),
      ...doc.kit.items.map((i) => ({ words: i.name, kind: 'part', to: 'kit', finding: undefined })),
      ...doc.shell.bodies.flatMap((b) =>
        b.pieces.flatMap((p) =>
          [...p.features, ...p.zones, ...p.openings].map((f) => ({
            words: `${f.name}, ${p.role}`,
            kind: 'shell',
            to: 'shell',
            finding: undefined,
          })),
        ),
      ),
      ...doc.controls.inputs.map((i) => ({
        words: i.name,
        kind: 'input',
        to: 'controls',
        finding: undefined,
      })),
    ],
    [doc, check],
  );
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all
    .filter((a) => words.every((w) => a.words.toLowerCase().includes(w)))
    .slice(0, 12);
  const take = (i: number) => {
    const f = found[i];
    if (!f) return;
    choose(f.finding);
    void go(`/b/${key}/${f.to}`);
    onClose();
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
          placeholder="a part, a post, a finding, a station"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
            if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
            if (e.key === 'Enter') take(at);
            if (e.key === 'Escape') onClose();
          }}
        />
        <div className="list" style={{ marginTop: 8 }} role="listbox" aria-label="Found">
          {found.map((f, i) => (
            <button
              type="button"
              role="option"
              aria-selected={i === at}
              key={`${f.kind}${f.words}${i}`}
              className={`plain row ${i === at ? 'sel' : ''}`}
              onClick={() => take(i)}
            >
              <span className="grow">{f.words}</span>
              <span className="note">{f.kind}</span>
            </button>
          ))}
          {!found.length && <p className="note">Nothing is called that.</p>}
        </div>
      </div>
    </div>
  );
}
