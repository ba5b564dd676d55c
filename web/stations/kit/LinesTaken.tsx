/** Header lines a part takes once it is fitted, as its maker lists them: "GPIO18 clock, 19 word, 21 data". */
import { useState } from 'react';
import { Input } from 'antd';
import { linesTaken, linesWords } from '@deft/core/kit';
import type { Part } from '@deft/core/model';
import { Bad } from '../../ui/Bad';

export function LinesTaken({
  part,
  onChange,
}: {
  part: Part;
  onChange: (p: Part) => string | undefined;
}) {
  const [text, setText] = useState<string>();
  const [bad, setBad] = useState<string>();
  const done = () => {
    if (text === undefined) return;
    const read = linesTaken(text);
    if (!read.ok) {
      setBad(read.sentence);
      return;
    }
    const next = { ...part, takes: read.takes };
    if (!read.takes.length) delete (next as Partial<Part>).takes;
    const refused = onChange(next);
    setBad(refused);
    if (!refused) setText(undefined);
  };
  return (
    <div>
      <label htmlFor="lines-taken">Header lines it takes</label>
      <Input
        id="lines-taken"
        size="small"
        maxLength={400}
        placeholder="GPIO18 I2S clock, GPIO19 I2S word, GPIO21 I2S data"
        value={text ?? linesWords(part)}
        onChange={(e) => setText(e.target.value)}
        onBlur={done}
        onPressEnter={done}
      />
      <Bad said={bad} />
    </div>
  );
}
