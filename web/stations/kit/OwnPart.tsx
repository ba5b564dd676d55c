/** A part the library lacks: from the line its maker printed, begun blank or with the nearest one's pads and blocks. */
import { useMemo, useState } from 'react';
import { Button, Input, Radio, Select } from 'antd';
import { nearestParts, partFromLine, wordsOf } from '@deft/core/kit';
import { FAMILIES, type Family, type Part } from '@deft/core/model';
import { useBuild } from '../../state/build';
import { KIND_WORDS } from './kindWords';
import { Bad } from '../../ui/Bad';

const EXAMPLES = '3.7 V 1200 mAh 6 x 34 x 50 · 2.8 in SPI 320x240 50 x 69.2 · 65 x 30, 40-pin';

const fresh = (taken: ReadonlySet<string>): string => {
  for (let n = 1; ; n++) {
    const id = n === 1 ? 'mine' : `mine-${n}`;
    if (!taken.has(id)) return id;
  }
};

export function OwnPart({
  first = '',
  onMake,
  onClose,
}: {
  /** What was searched for before. */
  first?: string;
  onMake: (part: Part) => void;
  onClose: () => void;
}) {
  const { library, doc } = useBuild('library', 'doc');
  const [line, setLine] = useState(first);
  const [kind, setKind] = useState<Family>();
  const [from, setFrom] = useState<string>();
  const near = useMemo(() => nearestParts(library, line), [library, line]);
  // A cell is its block and two ends; anything else has pads that are best begun with.
  const usual = near[0] && near[0].family !== 'cell' ? near[0].id : 'blank';
  const base = near.find((q) => q.id === (from ?? usual));
  const id = fresh(new Set([...library, ...doc.kit.parts].map((q) => q.id)));
  const read = partFromLine(line, id, {
    ...(base ? { base } : {}),
    ...(kind ? { fallback: kind } : {}),
  });
  const family = read.line.family ?? kind;
  const words = wordsOf(read.line);
  return (
    <section className="card own-part" aria-label="A part of your own">
      <h3>A part of your own</h3>
      <label htmlFor="makers-line">As its maker prints it</label>
      <Input
        id="makers-line"
        autoFocus
        maxLength={60}
        value={line}
        placeholder="3.7 V 1200 mAh 6 x 34 x 50"
        onChange={(e) => setLine(e.target.value)}
      />
      {words.length ? (
        <p className="read-words" aria-live="polite">
          {words.map((w) => (
            <span key={w}>{w}</span>
          ))}
        </p>
      ) : (
        <p className="note">{EXAMPLES}</p>
      )}
      {read.doubts.map((d) => (
        <Bad key={d} said={d} />
      ))}
      {!read.line.family && (
        <div className="pair">
          <span>It is a</span>
          <Select
            size="small"
            aria-label="It is a"
            placeholder="choose"
            {...(kind ? { value: kind } : {})}
            onChange={setKind}
            options={FAMILIES.map((f) => ({ value: f, label: KIND_WORDS[f] }))}
          />
        </div>
      )}
      {near.length > 0 && (
        <>
          <span>Begin with</span>
          <Radio.Group
            aria-label="Begin with"
            className="begin-with"
            value={base?.id ?? 'blank'}
            onChange={(e) => setFrom(e.target.value as string)}
            options={[
              { value: 'blank', label: 'One plain block of its size' },
              ...near.map((q) => ({
                value: q.id,
                label: `The pads and blocks of ${q.name}`,
              })),
            ]}
          />
        </>
      )}
      <div className="row">
        <Button
          type="primary"
          size="small"
          disabled={!family}
          title={family ? undefined : 'Say what it is first.'}
          onClick={() => onMake(read.part)}
        >
          Make this part
        </Button>
        <Button size="small" type="text" onClick={onClose}>
          Not now
        </Button>
      </div>
    </section>
  );
}
