/** Tests of a kept board, and the lines that tell it what it will miss. */
import { Select } from 'antd';
import { type Kept, SENSES } from '@deft/core/model';
import { Choose } from '../../../ui/Choose';

type Sense = Kept['senses'][number];
const ANSWERS: ReadonlyArray<{ value: Sense['answer']; label: string }> = [
  { value: 'open', label: 'not answered' },
  ...(['tied', 'bridged', 'substitute', 'still there'] as const).map((value) => ({
    value,
    label: value,
  })),
];
/** Longest test that is kept, signs. */
const TEST_SIGNS = 120;

export function Tests({ kept: k, onChange }: { kept: Kept; onChange: (tests: string[]) => void }) {
  return (
    <Select
      mode="tags"
      size="small"
      aria-label={`Tests of ${k.name}`}
      placeholder="Tests to do before and repeat after"
      value={k.tests}
      onChange={(tests: string[]) =>
        onChange(tests.map((t) => t.slice(0, TEST_SIGNS)).filter(Boolean))
      }
      open={false}
      suffixIcon={null}
    />
  );
}

export function Senses({ kept: k, onChange }: { kept: Kept; onChange: (senses: Sense[]) => void }) {
  const { senses } = k;
  const left = SENSES.filter((line) => !senses.some((s) => s.line === line));
  const answer = (line: Sense['line'], to: Sense['answer']) =>
    onChange(senses.map((s) => (s.line === line ? { ...s, answer: to } : s)));
  return (
    <>
      {senses.map((s) => (
        <div key={s.line} className="pair">
          <Choose
            label={s.line}
            name={`${s.line} of ${k.name}`}
            value={s.answer}
            options={ANSWERS}
            onChange={(to) => answer(s.line, to)}
            isWide
          />
        </div>
      ))}
      <Select
        size="small"
        aria-label={`A line ${k.name} will miss`}
        value={null}
        placeholder="A line it will miss"
        onChange={(line: Sense['line'] | null) =>
          line && onChange([...senses, { line, answer: 'open' }])
        }
        options={left.map((v) => ({ value: v, label: v }))}
      />
    </>
  );
}
