/** Figures of a profile: the free gaps, and how deep the shell is. */
import type { Profile, Slice } from '@deft/core/fit';
import { TAG, tags } from '../tags';
import type { Layout } from './layout';

type Gap = Profile['gaps'][number];

/** A shorter line has its figure beside it, px. */
const SMALL_PX = 20;
/** From here on a leader joins the figure to its line, px. */
const LEADER_PX = 12;

export function Gaps({ gaps, layout }: { gaps: readonly Gap[]; layout: Layout }) {
  const { x, z, sz } = layout;
  const places = tags(
    gaps.map((g) => ({
      x: x(g.a),
      y: (z(g.z0) + z(g.z1)) / 2,
      small: (g.z1 - g.z0) * sz < SMALL_PX,
    })),
  );
  return gaps.map((g, i) => (
    <g key={i} aria-hidden="true">
      <path className="dim" d={dimension(x(g.a), z(g.z0), z(g.z1))} />
      <Figure place={places[i]} line={x(g.a)} mm={g.mm} />
    </g>
  ));
}

/** A line with a foot and a head. */
const dimension = (x: number, y0: number, y1: number): string =>
  `M${x} ${y0}V${y1}M${x - 4} ${y0}h8M${x - 4} ${y1}h8`;

function Figure({
  place: t,
  line,
  mm,
}: {
  place: { x: number; y: number } | undefined;
  line: number;
  mm: number;
}) {
  if (!t) return null;
  return (
    <>
      {t.x > line + LEADER_PX && (
        <path className="dim" d={`M${line} ${t.y}H${t.x}`} strokeDasharray="2 2" />
      )}
      <rect className="tag" x={t.x} y={t.y - TAG.h / 2} width={TAG.w} height={TAG.h} rx="3" />
      <text x={t.x + TAG.w / 2} y={t.y + 4} textAnchor="middle">
        {mm.toFixed(1)}
      </text>
    </>
  );
}

export function WholeDepth({ shell, layout }: { shell: readonly Slice[]; layout: Layout }) {
  const { x, z } = layout;
  const top = Math.max(0, ...shell.map((s) => s.z1));
  const foot = Math.min(0, ...shell.map((s) => s.z0));
  return (
    <g aria-hidden="true">
      <path className="dim" d={dimension(x(0) - 22, z(top), z(foot))} />
      <text x={x(0) - 26} y={(z(top) + z(foot)) / 2 + 4} textAnchor="end">
        {(top - foot).toFixed(1)}
      </text>
    </g>
  );
}
