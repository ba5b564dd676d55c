/** The open shell with every opening marked by what becomes of it: by word and line, not by hue alone. */
import { useMemo } from 'react';
import { bodyFor, type Opening, type Project } from '@deft/core/model';
import { shellSolids } from '@deft/core/shell';
import { onScreen, pathOf, spreadOf } from '../../../book/spread';
import { Ticks } from '../../../book/Mat';
import { Fold, ShellPage } from '../../../book/ShellPage';
import { useSize } from '../../../ui/useSize';

const LINE: Record<string, { stroke: string; dash?: string; fill: string }> = {
  kept: { stroke: '#1f7a73', fill: '#1f7a7333' },
  're-tasked': { stroke: '#1f7a73', dash: '7 3', fill: '#1f7a7322' },
  enlarged: { stroke: '#b5761a', fill: '#b5761a22' },
  blanked: { stroke: '#6d6651', fill: 'url(#hatch-blank)' },
  left: { stroke: '#8d8570', dash: '2 3', fill: 'none' },
  open: { stroke: '#c8422b', dash: '4 3', fill: '#c8422b18' },
};

export function LedgerPicture({
  doc,
  chosen,
  onChoose,
}: {
  doc: Project;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const body = bodyFor(doc);
  // Blanked ones are still drawn: here one decides, elsewhere they are gone.
  const open = useMemo(
    () =>
      body && {
        ...body,
        pieces: body.pieces.map((p) => ({
          ...p,
          openings: p.openings.map((o): Opening => {
            const q = { ...o };
            delete q.reuse;
            return q;
          }),
        })),
      },
    [body],
  );
  const shell = useMemo(() => {
    try {
      return open && shellSolids(open, doc.cuts);
    } catch {
      return undefined;
    }
  }, [open, doc.cuts]);
  if (!body || !shell) {
    return (
      <div className="blank">
        <h2>No shell yet</h2>
        <p>Measure it first; then say what becomes of each opening.</p>
      </div>
    );
  }
  const s = size.w > 0 ? spreadOf(body, size.w, size.h) : undefined;
  const said = new Map(
    body.pieces.flatMap((p) => p.openings.map((o) => [o.id, o.reuse?.as ?? 'open'] as const)),
  );
  return (
    <div ref={ref} style={{ position: 'absolute', inset: 0 }}>
      {s && (
        <svg
          width={s.width}
          height={s.height}
          role="group"
          aria-label="What becomes of each opening"
        >
          <defs>
            <pattern
              id="hatch-blank"
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line x1="0" x2="0" y1="0" y2="6" stroke="#6d6651" strokeWidth="1.4" />
            </pattern>
          </defs>
          <Ticks w={s.width} h={s.height} scale={s.scale} />
          {s.pages.map((page) => (
            <g key={page.piece.id}>
              <ShellPage shell={shell} spread={s} page={page} chosen={chosen} onPick={onChoose} />
              {shell.openings.face
                .filter((o) => o.piece === page.piece.id)
                .map((o) => {
                  const l = LINE[said.get(o.id) ?? 'open']!;
                  return (
                    <path
                      key={`${o.id}${o.copy}`}
                      d={pathOf(s, page, o.points)}
                      fill={l.fill}
                      stroke={l.stroke}
                      strokeWidth={chosen === o.id ? 3.4 : 1.8}
                      {...(l.dash ? { strokeDasharray: l.dash } : {})}
                      onClick={() => onChoose(o.id)}
                      style={{ cursor: 'pointer' }}
                    >
                      <title>{`${o.name}: ${said.get(o.id) === 'open' ? 'not decided' : said.get(o.id)}`}</title>
                    </path>
                  );
                })}
              {shell.openings.wall
                .filter((o) => o.piece === page.piece.id)
                .map((o) => {
                  const l = LINE[said.get(o.id) ?? 'open']!;
                  const wall = shell.walls[o.wall]!;
                  const t = body.wall.mm;
                  const at = (u: number, n: number): [number, number] => [
                    wall.x0 + wall.ux * u + wall.nx * n,
                    wall.y0 + wall.uy * u + wall.ny * n,
                  ];
                  const [cx, cy] = onScreen(s, page, ...at(o.u, 0));
                  return (
                    <g key={o.id} onClick={() => onChoose(o.id)} style={{ cursor: 'pointer' }}>
                      <path
                        d={pathOf(s, page, [
                          at(o.u - o.w / 2, 0),
                          at(o.u + o.w / 2, 0),
                          at(o.u + o.w / 2, -t),
                          at(o.u - o.w / 2, -t),
                        ])}
                        fill={l.fill}
                        stroke={l.stroke}
                        strokeWidth={chosen === o.id ? 3.4 : 2}
                      />
                      <circle cx={cx} cy={cy} r="4" fill={l.stroke} />
                    </g>
                  );
                })}
            </g>
          ))}
          <Fold spread={s} />
          <g transform={`translate(14 ${s.height - 14})`}>
            {Object.entries(LINE).map(([k, l], i) => (
              <g key={k} transform={`translate(${i * 104} 0)`}>
                <rect
                  y="-10"
                  width="20"
                  height="11"
                  fill={l.fill}
                  stroke={l.stroke}
                  strokeWidth="1.8"
                  {...(l.dash ? { strokeDasharray: l.dash } : {})}
                />
                <text className="hint" x="26" y="0">
                  {k === 'open' ? 'not decided' : k}
                </text>
              </g>
            ))}
          </g>
        </svg>
      )}
    </div>
  );
}
