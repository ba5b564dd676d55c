/** The closed handheld cut along the line: every part in depth, the free gaps dimensioned. */
import { useMemo } from 'react';
import { Button, Segmented } from 'antd';
import { profile, type Scene } from '@deft/core/fit';
import { pocketDepth, span } from '@deft/core/shell';
import { pointAt } from '../state/pointed';
import { useSize } from '../ui/useSize';
import { type CutAt, CUT_NAMES } from './CutLines';
import { PointedLine } from './PointedMark';
import { TAG, tags } from './tags';
import type { useCuts } from './useCuts';

/** @param several  other lines may be laid, and the line may follow the pointer */
export function ProfileView({
  scene,
  lines,
  several,
}: {
  scene: Scene;
  lines: ReturnType<typeof useCuts>;
  several?: boolean;
}) {
  const { cuts, active, follow } = lines;
  const cut = cuts[active]!;
  const name = CUT_NAMES[active]!;
  const onCut = (c: CutAt) => lines.set(active, c);
  const [ref, size] = useSize<HTMLDivElement>();
  const cutting = useMemo(() => profile(scene, cut.axis, cut.at), [scene, cut]);
  const body = scene.shell!.body;
  const along = cut.axis === 'x' ? span(body, 'x').mm : span(body, 'y').mm;
  const low = Math.min(
    -1,
    ...cutting.slices.filter((s) => s.kind === 'block').map((s) => s.z0),
    ...body.pieces.filter((p) => scene.shell!.sign(p.id) < 0).map((p) => -p.depth.mm),
    ...body.pieces.flatMap((p) =>
      scene.shell!.sign(p.id) < 0 ? p.zones.map((z) => -z.depth.mm - body.wall.mm) : [],
    ),
  );
  const high = Math.max(
    1,
    ...body.pieces.filter((p) => scene.shell!.sign(p.id) > 0).map((p) => p.depth.mm),
    ...cutting.slices.filter((s) => s.kind === 'block').map((s) => s.z1),
  );
  const sx = Math.max(0.1, (size.w - 110) / along);
  const sz = Math.max(0.1, Math.min(sx * 3, (size.h - 30) / (high - low)));
  const X = (a: number) => (size.w - along * sx) / 2 + a * sx;
  const Z = (z: number) => 14 + (high - z) * sz;
  const clampZ = (z: number) => Math.max(low, Math.min(high, z));
  const clampA = (a: number) => Math.max(0, Math.min(along, a));
  const made = shellSlices(cutting.slices, body.wall.mm, sunkBy(scene));
  const top = Math.max(0, ...made.map((s) => s.z1));
  const foot = Math.min(0, ...made.map((s) => s.z0));
  const named = new Set<string>();
  return (
    <section className="profile" aria-label="Profile">
      <div className="bar">
        <h2>Profile {name}</h2>
        {cuts.length > 1 && (
          <Segmented
            size="small"
            aria-label="Which profile"
            value={active}
            onChange={(i) => lines.setActive(i)}
            options={cuts.map((_, i) => ({ value: i, label: CUT_NAMES[i] }))}
          />
        )}
        <span className="note">
          closed,{' '}
          {cut.axis === 'x'
            ? `${cut.at} mm from the bottom, seen from there`
            : `${cut.at} mm from the left, seen from the right`}
          ; depth × {(sz / sx).toFixed(1)}
        </span>
        {several && (
          <span className="row" style={{ marginLeft: 'auto', gap: 5 }}>
            {cuts.length < CUT_NAMES.length && (
              <Button size="small" onClick={lines.add}>
                Another line
              </Button>
            )}
            {cuts.length > 1 && (
              <Button size="small" onClick={lines.drop}>
                Drop {name}
              </Button>
            )}
            <Button
              size="small"
              type={follow ? 'primary' : 'default'}
              aria-pressed={follow}
              title="The line goes where the pointer is"
              onClick={lines.toggleFollow}
            >
              Follow <span className="kbd">F</span>
            </Button>
          </span>
        )}
        <Segmented
          size="small"
          style={several ? {} : { marginLeft: 'auto' }}
          value={cut.axis}
          aria-label="Cut along"
          onChange={(axis) =>
            onCut({
              axis: axis as 'x' | 'y',
              at: axis === 'x' ? span(body, 'y').mm / 2 : span(body, 'x').mm / 2,
            })
          }
          options={[
            { value: 'x', label: 'Across' },
            { value: 'y', label: 'Up' },
          ]}
        />
      </div>
      <div ref={ref} style={{ flex: 1, minHeight: 0 }}>
        <svg
          width={size.w}
          height={size.h}
          role="img"
          onPointerMove={(e) => {
            const at = (e.clientX - e.currentTarget.getBoundingClientRect().left - X(0)) / sx;
            pointAt(
              cut.axis === 'x'
                ? { body: body.id, x: at, y: cut.at }
                : { body: body.id, x: cut.at, y: at },
            );
          }}
          aria-label={
            cutting.gaps
              .map((g) => `${g.mm.toFixed(1)} mm between ${g.between[0]} and ${g.between[1]}`)
              .join('; ') || 'No part lies on this line'
          }
        >
          {made.map((s, i) => {
            const [a0, a1, z0, z1] = [clampA(s.a0), clampA(s.a1), clampZ(s.z0), clampZ(s.z1)];
            return a1 > a0 && z1 > z0 ? (
              <rect
                key={i}
                className={s.kind === 'feature' ? 'feature' : 'solid'}
                x={X(a0)}
                y={Z(z1)}
                width={(a1 - a0) * sx}
                height={(z1 - z0) * sz}
              >
                <title>{s.name}</title>
              </rect>
            ) : null;
          })}
          <PointedLine body={body.id} axis={cut.axis} to={X} from={Z(high)} till={Z(low)} />
          <line className="parting" x1={X(0) - 14} x2={X(along) + 14} y1={Z(0)} y2={Z(0)} />
          <text x={X(along) + 16} y={Z(0) + 4} fontSize="11" style={{ fill: 'var(--teal-ink)' }}>
            parting
          </text>
          {cutting.slices
            .filter((s) => s.kind === 'block')
            .map((s, i) => (
              <rect
                key={i}
                className={`piece ${s.id.endsWith('/board') ? 'board' : ''}`}
                x={X(s.a0)}
                y={Z(s.z1)}
                width={Math.max(1, (s.a1 - s.a0) * sx)}
                height={Math.max(1, (s.z1 - s.z0) * sz)}
              >
                <title>{s.name}</title>
              </rect>
            ))}
          {bites(cutting.slices, scene).map((b, i) => (
            <rect
              key={i}
              className="bite"
              x={X(b.a0)}
              y={Z(b.z1)}
              width={Math.max(1.5, (b.a1 - b.a0) * sx)}
              height={Math.max(1.5, (b.z1 - b.z0) * sz)}
            />
          ))}
          {tags(
            cutting.gaps.map((g) => ({
              x: X(g.a),
              y: (Z(g.z0) + Z(g.z1)) / 2,
              small: (g.z1 - g.z0) * sz < 20,
            })),
          ).map((t, i) => {
            const g = cutting.gaps[i]!;
            return (
              <g key={i} aria-hidden="true">
                <path
                  className="dim"
                  d={`M${X(g.a)} ${Z(g.z0)}V${Z(g.z1)}M${X(g.a) - 4} ${Z(g.z0)}h8M${X(g.a) - 4} ${Z(g.z1)}h8`}
                />
                {t && (
                  <>
                    {t.x > X(g.a) + 12 && (
                      <path className="dim" d={`M${X(g.a)} ${t.y}H${t.x}`} strokeDasharray="2 2" />
                    )}
                    <rect
                      className="tag"
                      x={t.x}
                      y={t.y - TAG.h / 2}
                      width={TAG.w}
                      height={TAG.h}
                      rx="3"
                    />
                    <text x={t.x + TAG.w / 2} y={t.y + 4} textAnchor="middle">
                      {g.mm.toFixed(1)}
                    </text>
                  </>
                )}
              </g>
            );
          })}
          <g aria-hidden="true">
            <path
              className="dim"
              d={`M${X(0) - 22} ${Z(top)}V${Z(foot)}M${X(0) - 26} ${Z(top)}h8M${X(0) - 26} ${Z(foot)}h8`}
            />
            <text x={X(0) - 26} y={(Z(top) + Z(foot)) / 2 + 4} textAnchor="end">
              {(top - foot).toFixed(1)}
            </text>
          </g>
          {cutting.slices
            .filter((s) => s.kind === 'block')
            .sort((p, q) => (q.a1 - q.a0) * (q.z1 - q.z0) - (p.a1 - p.a0) * (p.z1 - p.z0))
            .map((s) => {
              if (named.has(s.owner) || (s.a1 - s.a0) * sx < 36 || (s.z1 - s.z0) * sz < 11) {
                return null;
              }
              named.add(s.owner);
              return (
                <text
                  key={s.owner}
                  className="name"
                  x={X((s.a0 + s.a1) / 2)}
                  y={Z((s.z0 + s.z1) / 2) + 4}
                  textAnchor="middle"
                >
                  {scene.items.get(s.owner)?.item.name}
                  {(s.a1 - s.a0) * sx > 110 ? `, ${(s.z1 - s.z0).toFixed(1)} mm` : ''}
                </text>
              );
            })}
        </svg>
      </div>
    </section>
  );
}

/** How much of the wall is taken below each pocket's floor, mm, by the floor's id. */
function sunkBy(scene: Scene): ReadonlyMap<string, number> {
  const deep = new Map(
    scene.project.cuts.flatMap((c) => (c.kind === 'pocket' ? [[c.id, pocketDepth(c).mm]] : [])),
  );
  return new Map(
    [...scene.shell!.floors.values()]
      .flat()
      .flatMap((f) => (f.pocket === undefined ? [] : [[f.solid.id, deep.get(f.pocket) ?? 0]])),
  );
}

/** The shell as it is made: floors one wall thick, with the sides of the bays that reach deeper. */
function shellSlices(
  slices: ReturnType<typeof profile>['slices'],
  wall: number,
  sunk: ReadonlyMap<string, number>,
): ReturnType<typeof profile>['slices'] {
  const floors = slices.filter((s) => s.kind === 'floor' && !sunk.has(s.id));
  const depth = (s: (typeof slices)[number]) => (s.z1 <= 0 ? s.z1 : s.z0);
  return slices
    .filter((s) => s.kind !== 'block' && s.kind !== 'path')
    .flatMap((s) => {
      if (s.kind !== 'floor') return [s];
      const back = s.z1 <= 0;
      const left = Math.max(0, wall - (sunk.get(s.id) ?? 0));
      const thin = back ? { ...s, z0: s.z1 - left } : { ...s, z1: s.z0 + left };
      // Milled from inside: the outside has no step there.
      if (sunk.has(s.id)) return [thin];
      const shallower = floors.filter(
        (f) =>
          f.owner === s.owner && (back ? depth(f) > depth(s) + 0.01 : depth(f) < depth(s) - 0.01),
      );
      const sides = shallower.flatMap((f) =>
        [
          [f.a1, s.a0],
          [f.a0, s.a1],
        ]
          .filter(([p, q]) => Math.abs(p! - q!) < 0.01)
          .map(([edge]) => {
            const out = edge === s.a0 ? -1 : 1;
            const [a0, a1] = out < 0 ? [edge! - wall, edge!] : [edge!, edge! + wall];
            return back
              ? { ...s, a0, a1, z0: depth(s) - wall, z1: depth(f) }
              : { ...s, a0, a1, z0: depth(f), z1: depth(s) + wall };
          }),
      );
      return [thin, ...sides];
    });
}

/** Where a part and something else fill the same place in the cut. */
function bites(
  slices: ReturnType<typeof profile>['slices'],
  scene: Scene,
): Array<{ a0: number; a1: number; z0: number; z1: number }> {
  const out: Array<{ a0: number; a1: number; z0: number; z1: number }> = [];
  const blocks = slices.filter((s) => s.kind === 'block');
  for (const b of blocks) {
    for (const o of slices) {
      // A floor reaches out without end; what stands on its outer face is not in it.
      if (o.kind === 'floor' && scene.items.get(b.owner)?.isOutside) continue;
      if (o.owner === b.owner || o.kind === 'path' || (o.kind === 'block' && o.owner > b.owner)) {
        continue;
      }
      const [a0, a1, z0, z1] = [
        Math.max(b.a0, o.a0),
        Math.min(b.a1, o.a1),
        Math.max(b.z0, o.z0),
        Math.min(b.z1, o.z1),
      ];
      if (a1 - a0 > 0.01 && z1 - z0 > 0.01) out.push({ a0, a1, z0, z1 });
    }
  }
  return out;
}
