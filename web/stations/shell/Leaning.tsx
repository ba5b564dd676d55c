/** What is not straight about a half: leaning walls, a curved back, and the lip at the parting line. */
import { useState } from 'react';
import { Button, InputNumber, Select } from 'antd';
import { floorStrips, stripExcess } from '@deft/core/shell';
import { type Body, formatMm, length, outlineSpan, type Piece } from '@deft/core/model';
import { LengthField } from '../../ui/LengthField';
import { MmField } from '../../ui/MmField';

export function Leaning({
  body,
  onChange,
}: {
  body: Body;
  onChange: (b: Body) => string | undefined;
}) {
  const odd = body.lip !== undefined || body.pieces.some((p) => p.draftDeg || p.profile);
  const [open, setOpen] = useState(odd);
  if (!open) {
    return (
      <div>
        <Button size="small" type="link" style={{ padding: 0 }} onClick={() => setOpen(true)}>
          Leaning walls, a curved back or a lip?
        </Button>
      </div>
    );
  }
  const put = (i: number, piece: Piece) =>
    onChange({ ...body, pieces: body.pieces.map((p, k) => (k === i ? piece : p)) });
  return (
    <section
      aria-label="Curves and lip"
      style={{ display: 'flex', flexDirection: 'column', gap: 8 }}
    >
      <h3>Not straight</h3>
      {body.pieces.map((p, i) => (
        <div key={p.id} className="pair">
          <span>{p.role} walls lean in, °</span>
          <InputNumber
            size="small"
            aria-label={`${p.role} walls lean in`}
            min={0}
            max={10}
            step={0.5}
            value={p.draftDeg ?? 0}
            style={{ width: '100%' }}
            onChange={(v) => {
              const next = { ...p };
              if (v) next.draftDeg = v;
              else delete next.draftDeg;
              put(i, next);
            }}
          />
        </div>
      ))}
      {body.pieces.map((p, i) => (
        <Curve key={p.id} body={body} piece={p} onChange={(q) => put(i, q)} />
      ))}
      <div className="pair">
        <span>Lip at the parting line</span>
        <Select
          size="small"
          aria-label="Lip"
          value={body.lip?.on ?? 'none'}
          options={[
            { value: 'none', label: 'none' },
            { value: 'front', label: 'on the front' },
            { value: 'back', label: 'on the back' },
          ]}
          onChange={(on: 'none' | 'front' | 'back') => {
            const { lip, ...rest } = body;
            onChange(
              on === 'none'
                ? rest
                : {
                    ...rest,
                    lip: {
                      height: length(1.5, 'estimate'),
                      thick: length(1, 'estimate'),
                      ...lip,
                      on,
                    },
                  },
            );
          }}
        />
      </div>
      {body.lip && (
        <div className="fields">
          <LengthField
            label="Lip height"
            min={0}
            value={body.lip.height}
            onChange={(height) => onChange({ ...body, lip: { ...body.lip!, height } })}
          />
          <LengthField
            label="Lip thickness"
            min={0}
            value={body.lip.thick}
            onChange={(thick) => onChange({ ...body, lip: { ...body.lip!, thick } })}
          />
        </div>
      )}
    </section>
  );
}

/** Depths along an axis; the floor runs straight between them. */
function Curve({
  body,
  piece,
  onChange,
}: {
  body: Body;
  piece: Piece;
  onChange: (p: Piece) => string | undefined;
}) {
  const name = piece.role;
  const curve = piece.profile;
  const { w, h } = outlineSpan(body.outline);
  const along = curve?.along ?? 'x';
  const end = along === 'x' ? w : h;
  if (!curve) {
    return (
      <div>
        <Button
          size="small"
          type="link"
          style={{ padding: 0 }}
          onClick={() => {
            const d = piece.depth.mm - body.wall.mm;
            onChange({
              ...piece,
              profile: {
                along: 'x',
                points: [0, 0.25, 0.5, 0.75, 1].map((t) => ({
                  at: Math.round(w * t),
                  depth: length(d, 'estimate'),
                })),
              },
            });
          }}
        >
          The {name} is curved: give its depth at several places
        </Button>
      </div>
    );
  }
  const strips = floorStrips(curve, end);
  return (
    <div className="card" aria-label={`Curve of the ${name}`}>
      <div className="row" style={{ marginBottom: 6 }}>
        <b className="grow" style={{ fontWeight: 600 }}>
          Depth of the {name}, rim to floor
        </b>
        <Button
          size="small"
          type="text"
          onClick={() => {
            const level = { ...piece };
            delete level.profile;
            onChange(level);
          }}
        >
          Level
        </Button>
      </div>
      <div className="pair" style={{ marginBottom: 6 }}>
        <span>Along</span>
        <Select
          size="small"
          aria-label={`Curve of the ${name} along`}
          value={along}
          options={[
            { value: 'x', label: 'the width' },
            { value: 'y', label: 'the height' },
          ]}
          onChange={(a: 'x' | 'y') =>
            onChange({
              ...piece,
              profile: {
                along: a,
                points: curve.points.map((p) => ({
                  ...p,
                  at: Math.round((p.at * (a === 'x' ? w : h)) / end),
                })),
              },
            })
          }
        />
      </div>
      <div className="fields">
        {curve.points.map((p, k) => (
          <LengthField
            key={k}
            label={`at ${formatMm(p.at)} mm`}
            min={0.1}
            value={p.depth}
            onChange={(depth) =>
              onChange({
                ...piece,
                profile: {
                  ...curve,
                  points: curve.points.map((q, j) => (j === k ? { ...q, depth } : q)),
                },
              })
            }
          />
        ))}
      </div>
      <div className="pair" style={{ marginTop: 6 }}>
        <MmField
          label="One more, at"
          value={Math.round(end / 2)}
          min={0}
          max={end}
          onChange={(at) => {
            onChange({
              ...piece,
              profile: {
                ...curve,
                points: [
                  ...curve.points,
                  { at, depth: length(curve.points[0]!.depth.mm, 'estimate') },
                ].sort((a, b) => a.at - b.at),
              },
            });
          }}
        />
      </div>
      <p className="note">
        Taken as {strips.length} level strips, each at its shallowest; at most{' '}
        {stripExcess(curve, strips).toFixed(1)} mm is given away.
      </p>
    </div>
  );
}
