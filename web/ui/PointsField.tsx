/** An outline typed as points, one corner a line. */
import { useEffect, useState } from 'react';
import { Button, Input } from 'antd';
import { formatMm } from '@deft/core/model';

type Points = ReadonlyArray<readonly [number, number]>;
export const pointsText = (points: Points): string => points.map(([x, y]) => `${formatMm(x)}, ${formatMm(y)}`).join('\n');

/** Points from text, or the sentence that names the line. */
export function pointsFrom(text: string): Array<[number, number]> | string {
  const points: Array<[number, number]> = [];
  for (const [i, line] of text.split('\n').map((l) => l.trim()).filter(Boolean).entries()) {
    const m = /^(-?\d+(?:\.\d+)?)\s*[,; ]\s*(-?\d+(?:\.\d+)?)$/.exec(line);
    if (!m) return `Line ${i + 1}, "${line.slice(0, 30)}", is not two numbers such as 12.5, 40.`;
    points.push([Number(m[1]), Number(m[2])]);
  }
  return points.length < 3 ? 'An outline needs at least three points.' : points;
}

export function PointsField({ label, points, use, onUse, children }: { label: string; points: Points; use: string; onUse(points: Array<[number, number]>): string | undefined; children?: React.ReactNode }) {
  const [text, setText] = useState(pointsText(points));
  const [bad, setBad] = useState<string>();
  const now = pointsText(points);
  useEffect(() => { setText(now); setBad(undefined); }, [now]);
  const take = () => { const read = pointsFrom(text); setBad(typeof read === 'string' ? read : onUse(read)); };
  return (
    <>
      <p className="note">One corner a line, x and y in mm, once around.</p>
      <Input.TextArea aria-label={label} value={text} rows={5} onChange={(e) => { setText(e.target.value); setBad(undefined); }} {...(bad ? { status: 'error' as const } : {})} />
      {bad && <p className="bad" role="alert">{bad}</p>}
      <div className="row" style={{ marginTop: 6 }}><Button size="small" onClick={take}>{use}</Button>{children}</div>
    </>
  );
}
