/** An outline typed as points, one corner a line. */
import { useState } from 'react';
import { Button, Input } from 'antd';
import { type Points, pointsFrom, pointsText } from './points';
import { useChanged } from './useChanged';
import { Bad } from './Bad';

export function PointsField({
  label,
  points,
  use,
  onUse,
  children,
}: {
  label: string;
  points: Points;
  use: string;
  onUse: (points: Array<[number, number]>) => string | undefined;
  children?: React.ReactNode;
}) {
  const [text, setText] = useState(pointsText(points));
  const [bad, setBad] = useState<string>();
  const now = pointsText(points);
  useChanged(now, (points) => {
    setText(points);
    setBad(undefined);
  });
  const take = () => {
    const read = pointsFrom(text);
    setBad(typeof read === 'string' ? read : onUse(read));
  };
  return (
    <>
      <p className="note">One corner a line, x and y in mm, once around.</p>
      <Input.TextArea
        aria-label={label}
        value={text}
        rows={5}
        onChange={(e) => {
          setText(e.target.value);
          setBad(undefined);
        }}
        {...(bad ? { status: 'error' as const } : {})}
      />
      <Bad said={bad} />
      <div className="row" style={{ marginTop: 6 }}>
        <Button size="small" onClick={take}>
          {use}
        </Button>
        {children}
      </div>
    </>
  );
}
