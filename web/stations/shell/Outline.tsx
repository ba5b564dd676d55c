/** An outline as points, for shells that are no rectangle. */
import { useState } from 'react';
import { Button, Input } from 'antd';
import { type Body, formatMm, length, LIMIT_MM } from '@deft/core/model';

const textOf = (body: Body): string => (body.outline.kind === 'points' ? body.outline.points.map(([x, y]) => `${formatMm(x)}, ${formatMm(y)}`).join('\n') : '');

export function Outline({ body, onChange }: { body: Body; onChange(b: Body): string | undefined }) {
  const [open, setOpen] = useState(body.outline.kind === 'points');
  const [text, setText] = useState(textOf(body));
  const [bad, setBad] = useState<string>();
  if (!open) return <div><Button size="small" type="link" style={{ padding: 0 }} onClick={() => { setOpen(true); if (body.outline.kind === 'rect') { const [w, h] = [body.outline.w.mm, body.outline.h.mm]; setText(`0, 0\n${w}, 0\n${w}, ${h}\n0, ${h}`); } }}>Not a rectangle? Type the outline as points</Button></div>;
  const use = () => {
    const lines = text.split('\n').map((l) => l.trim()).filter(Boolean);
    const points: Array<[number, number]> = [];
    for (const [i, line] of lines.entries()) {
      const m = /^(-?\d+(?:\.\d+)?)\s*[,; ]\s*(-?\d+(?:\.\d+)?)$/.exec(line);
      if (!m) { setBad(`Line ${i + 1}, "${line.slice(0, 30)}", is not two numbers such as 12.5, 40.`); return; }
      points.push([Number(m[1]), Number(m[2])]);
    }
    if (points.length < 3) { setBad('An outline needs at least three points.'); return; }
    const [x0, y0] = [Math.min(...points.map((p) => p[0])), Math.min(...points.map((p) => p[1]))];
    setBad(onChange({ ...body, outline: { kind: 'points', points: points.map(([x, y]) => [x - x0, y - y0]), u: LIMIT_MM.calliper / Math.sqrt(3), r: body.outline.r } }));
  };
  const box = () => {
    const pts = body.outline.kind === 'points' ? body.outline.points : [];
    const bad_ = onChange({ ...body, outline: { kind: 'rect', w: length(Math.max(...pts.map((p) => p[0]))), h: length(Math.max(...pts.map((p) => p[1]))), r: body.outline.r } });
    setBad(bad_);
    if (!bad_) setOpen(false);
  };
  return (
    <section>
      <h3>Outline, seen from the front</h3>
      <p className="note">One corner a line, x and y in mm, once around.</p>
      <Input.TextArea aria-label="Outline points" value={text} rows={6} onChange={(e) => { setText(e.target.value); setBad(undefined); }} {...(bad ? { status: 'error' as const } : {})} />
      {bad && <p className="bad" role="alert">{bad}</p>}
      <div className="row" style={{ marginTop: 6 }}><Button size="small" onClick={use}>Use this outline</Button>{body.outline.kind === 'points' ? <Button size="small" type="text" onClick={box}>Back to a rectangle</Button> : <Button size="small" type="text" onClick={() => setOpen(false)}>Leave it</Button>}</div>
    </section>
  );
}
