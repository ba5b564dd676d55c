/** The closed handheld cut along the line: every part in depth, the free gaps dimensioned. */
import { type PointerEvent, useMemo } from 'react';
import { profile, type Scene } from '@deft/core/fit';
import { pointAt } from '../../state/pointed';
import { useSize } from '../../ui/useSize';
import { PointedLine } from '../PointedMark';
import type { useCuts } from '../useCuts';
import { Gaps, WholeDepth } from './Depths';
import { type Layout, layoutOf, rectOf } from './layout';
import { PartNames } from './PartNames';
import { ProfileBar } from './ProfileBar';
import { bites, shellSlices, sunkBy } from './slices';
import style from './Profile.module.css';

/** @param several  other lines may be laid, and the line may follow the pointer */
export function ProfileView({
  scene,
  lines,
  several = false,
}: {
  scene: Scene;
  lines: ReturnType<typeof useCuts>;
  several?: boolean;
}) {
  const cut = lines.cuts[lines.active]!;
  const [ref, size] = useSize<HTMLDivElement>();
  const cutting = useMemo(() => profile(scene, cut.axis, cut.at), [scene, cut]);
  const { body } = scene.shell!;
  const layout = layoutOf(scene, cut, cutting, size);
  const { x, z, sx, sz, along, low, high } = layout;
  const shell = shellSlices(cutting.slices, body.wall.mm, sunkBy(scene));
  const blocks = cutting.slices.filter((s) => s.kind === 'block');
  const gapsInWords = cutting.gaps.map(
    (g) => `${g.mm.toFixed(1)} mm between ${g.between[0]} and ${g.between[1]}`,
  );
  const tellSpot = (e: PointerEvent<SVGSVGElement>) => {
    const at = (e.clientX - e.currentTarget.getBoundingClientRect().left - x(0)) / sx;
    const [px, py] = cut.axis === 'x' ? [at, cut.at] : [cut.at, at];
    pointAt({ body: body.id, x: px, y: py });
  };
  return (
    <section className="profile" aria-label="Profile">
      <ProfileBar lines={lines} body={body} deeper={sz / sx} several={several} />
      <div ref={ref} className={style.room}>
        <svg
          width={size.w}
          height={size.h}
          role="img"
          onPointerMove={tellSpot}
          aria-label={gapsInWords.join('; ') || 'No part lies on this line'}
        >
          <ShellMade shell={shell} layout={layout} />
          <PointedLine body={body.id} axis={cut.axis} to={x} from={z(high)} till={z(low)} />
          <line className="parting" x1={x(0) - 14} x2={x(along) + 14} y1={z(0)} y2={z(0)} />
          <text className={style.seam} x={x(along) + 16} y={z(0) + 4}>
            parting
          </text>
          {blocks.map((s, i) => (
            <rect
              key={i}
              className={`piece ${s.id.endsWith('/board') ? 'board' : ''}`}
              {...rectOf(layout, s, 1)}
            >
              <title>{s.name}</title>
            </rect>
          ))}
          {bites(cutting.slices, scene).map((b, i) => (
            <rect key={i} className="bite" {...rectOf(layout, b, 1.5)} />
          ))}
          <Gaps gaps={cutting.gaps} layout={layout} />
          <WholeDepth shell={shell} layout={layout} />
          <PartNames scene={scene} blocks={blocks} layout={layout} />
        </svg>
      </div>
    </section>
  );
}

/** Walls, floors and posts, as far as they lie in the drawing. */
function ShellMade({ shell, layout }: { shell: ReturnType<typeof shellSlices>; layout: Layout }) {
  const { along, low, high } = layout;
  const within = (v: number, least: number, most: number) => Math.max(least, Math.min(most, v));
  return shell.map((s, i) => {
    const seen = {
      a0: within(s.a0, 0, along),
      a1: within(s.a1, 0, along),
      z0: within(s.z0, low, high),
      z1: within(s.z1, low, high),
    };
    if (seen.a1 <= seen.a0 || seen.z1 <= seen.z0) return null;
    return (
      <rect
        key={i}
        className={s.kind === 'feature' ? 'feature' : 'solid'}
        {...rectOf(layout, seen)}
      >
        <title>{s.name}</title>
      </rect>
    );
  });
}
