/** One half lying open, inside up: wall, floors, posts, ribs and openings as they are after the decided cuts. */
import { holesOf } from '@deft/core/cuts';
import { drawn, edgeFromPage, pointsOf } from '@deft/core/geometry';
import {
  innerRing,
  outerRing,
  shapePoints,
  type ShellSolids,
  copiesOf,
  named,
  BODY,
  patternsIn,
} from '@deft/core/shell';
import type { Cut } from '@deft/core/model';
import { onScreen, type Page, pathOf, type Spread } from './spread';

export interface ShellPageProps {
  shell: ShellSolids;
  spread: Spread;
  page: Page;
  /** What is decided to be cut: its patterns are drawn. */
  cuts?: readonly Cut[];
  chosen?: string | undefined;
  onPick?: ((id: string) => void) | undefined;
}

const TITLES: Record<string, string> = {
  front: 'FRONT HALF, inside up',
  back: 'BACK HALF, inside up',
  plate: 'PLATE, inner face up',
};

/** Narrower pages have no room to say which side is whose, px. */
const NAMED_PX = 300;
/** Under the page's lower corners, where no title and no fold is, px. */
const BELOW_PX = 16;

export function ShellPage({ shell, spread: s, page, cuts = [], chosen, onPick }: ShellPageProps) {
  const { body } = shell;
  const piece = page.piece;
  const i = body.pieces.findIndex((p) => p.id === piece.id);
  const all = named(body);
  const pick = (id: string) =>
    onPick ? { onClick: () => onPick(id), style: { cursor: 'pointer' } } : {};
  const [tx, ty] = [page.ox + (page.view.w * s.scale) / 2, page.oy - 12];
  return (
    <g aria-label={TITLES[piece.role]}>
      <text className="cap" x={tx} y={ty} textAnchor="middle">
        {TITLES[piece.role] ?? piece.id}
      </text>
      {page.view.w * s.scale > NAMED_PX &&
        (['left', 'right'] as const).map((seen) => (
          <text
            key={seen}
            className="hint"
            x={seen === 'left' ? page.ox : page.ox + page.view.w * s.scale}
            y={page.oy + page.view.h * s.scale + BELOW_PX}
            textAnchor={seen === 'left' ? 'start' : 'end'}
          >
            your {edgeFromPage(page.view, seen)}
          </text>
        ))}
      <path className="shell-out" d={pathOf(s, page, pointsOf(outerRing(body)))} />
      <path
        className="shell-in"
        d={pathOf(s, page, pointsOf(piece.role === 'plate' ? outerRing(body) : innerRing(body)))}
      />
      {piece.zones.map((z, j) => {
        const [at] = copiesOf(
          body,
          all,
          z.at,
          z.shape,
          `${BODY}.pieces.${i}.zones.${j}.at`,
          undefined,
        );
        return (
          <path
            key={z.id}
            className={`bay ${chosen === z.id ? 'sel' : ''}`}
            d={pathOf(s, page, shapePoints(z.shape, at!.x.mm, at!.y.mm))}
            {...pick(z.id)}
          >
            <title>{`${z.name}, ${z.depth.mm} mm deep`}</title>
          </path>
        );
      })}
      {(shell.floors.get(piece.id) ?? [])
        .filter((f) => f.pocket !== undefined)
        .flatMap((f) =>
          f.prisms.flatMap(drawn).map((ring, k) => (
            <path
              key={`${f.solid.id}${k}`}
              className={`bay pocket ${chosen === f.pocket ? 'sel' : ''}`}
              d={pathOf(s, page, pointsOf(ring))}
            >
              <title>{`${f.name}: milled from inside`}</title>
            </path>
          )),
        )}
      {shell.openings.face
        .filter((o) => o.piece === piece.id)
        .map((o) => (
          <path
            key={`${o.id}${o.copy}`}
            className={`hole ${chosen === o.id ? 'sel' : ''}`}
            d={pathOf(s, page, o.points)}
            {...pick(o.id)}
          >
            <title>{o.name}</title>
          </path>
        ))}
      {patternsIn({ cuts }, body)
        .filter((c) => 'piece' in c.at && c.at.piece === piece.id)
        .flatMap((c) =>
          holesOf(c).map((h, k) => (
            <path key={`${c.id}${k}`} className="hole drilled" d={pathOf(s, page, h.points)} />
          )),
        )}
      {shell.openings.wall
        .filter((o) => o.piece === piece.id)
        .map((o) => {
          const wall = shell.walls[o.wall]!;
          const along = (u: number, n: number): [number, number] => [
            wall.x0 + wall.ux * u + wall.nx * n,
            wall.y0 + wall.uy * u + wall.ny * n,
          ];
          const t = body.wall.mm;
          return (
            <path
              key={o.id}
              className={`hole ${chosen === o.id ? 'sel' : ''}`}
              style={{ fill: 'var(--mat)', fillOpacity: 0.35 }}
              d={pathOf(s, page, [
                along(o.u - o.w / 2, 0),
                along(o.u + o.w / 2, 0),
                along(o.u + o.w / 2, -t),
                along(o.u - o.w / 2, -t),
              ])}
              {...pick(o.id)}
            >
              <title>{o.name}</title>
            </path>
          );
        })}
      {shell.features
        .filter((f) => f.piece === piece.id)
        .map((f) => (
          <g key={f.id} {...pick(f.feature.id)}>
            {f.solid.prisms
              .flatMap((p) => drawn(p))
              .map((r, k) => (
                <path
                  key={k}
                  className={`feature ${f.height <= 0 ? 'cut' : ''} ${chosen === f.feature.id ? 'sel' : ''}`}
                  d={pathOf(s, page, pointsOf(r))}
                />
              ))}
            {f.feature.purpose === 'closing screw' &&
              f.feature.shape.kind === 'circle' &&
              f.height > 0 && (
                <circle
                  className="bore"
                  cx={onScreen(s, page, f.x, f.y)[0]}
                  cy={onScreen(s, page, f.x, f.y)[1]}
                  r={f.feature.shape.d.mm * 0.2 * s.scale}
                  fill="#9a927c"
                />
              )}
            <title>{`${f.name}, ${f.height.toFixed(1)} mm tall${f.height < f.full ? `, cut from ${f.full.toFixed(1)}` : ''}`}</title>
          </g>
        ))}
    </g>
  );
}

/** The line about which the book opens. */
export function Fold({ spread: { fold } }: { spread: Spread }) {
  if (!fold) return null;
  const { x0, y0, x1, y1 } = fold;
  return (
    <g aria-hidden="true">
      <line
        {...{ x1: x0, y1: y0, x2: x1, y2: y1 }}
        stroke="var(--mat-ink)"
        strokeOpacity="0.55"
        strokeDasharray="2 4"
      />
      {x0 === x1 && (
        <text className="hint" x={x0} y={y0 - 5} textAnchor="middle">
          opens here
        </text>
      )}
    </g>
  );
}
