/** An outline as points, for shells that are no rectangle. */
import { useState } from 'react';
import { Button } from 'antd';
import { type Body, length, LIMIT_MM } from '@deft/core/model';
import { PointsField } from '../../ui/PointsField';
import { Bad } from '../../ui/Bad';

export function Outline({
  body,
  onChange,
}: {
  body: Body;
  onChange: (b: Body) => string | undefined;
}) {
  const { outline } = body;
  const [open, setOpen] = useState(outline.kind === 'points');
  const [bad, setBad] = useState<string>();
  if (!open) {
    return (
      <div>
        <Button size="small" type="link" style={{ padding: 0 }} onClick={() => setOpen(true)}>
          Not a rectangle? Type the outline as points
        </Button>
      </div>
    );
  }
  const points: Array<[number, number]> =
    outline.kind === 'points'
      ? outline.points
      : [
          [0, 0],
          [outline.w.mm, 0],
          [outline.w.mm, outline.h.mm],
          [0, outline.h.mm],
        ];
  const use = (typed: Array<[number, number]>) => {
    const [x0, y0] = [Math.min(...typed.map((p) => p[0])), Math.min(...typed.map((p) => p[1]))];
    return onChange({
      ...body,
      outline: {
        kind: 'points',
        points: typed.map(([x, y]) => [x - x0, y - y0]),
        u: LIMIT_MM.calliper / Math.sqrt(3),
        r: outline.r,
      },
    });
  };
  const box = () => {
    const refused = onChange({
      ...body,
      outline: {
        kind: 'rect',
        w: length(Math.max(...points.map((p) => p[0]))),
        h: length(Math.max(...points.map((p) => p[1]))),
        r: outline.r,
      },
    });
    setBad(refused);
    if (!refused) setOpen(false);
  };
  return (
    <section>
      <h3>Outline, seen from the front</h3>
      <PointsField label="Outline points" points={points} use="Use this outline" onUse={use}>
        {outline.kind === 'points' ? (
          <Button size="small" type="text" onClick={box}>
            Back to a rectangle
          </Button>
        ) : (
          <Button size="small" type="text" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        )}
      </PointsField>
      <Bad said={bad} />
    </section>
  );
}
