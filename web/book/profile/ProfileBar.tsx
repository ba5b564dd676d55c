/** Above a profile: which line it is of, and how that lies. */
import { Button, Segmented } from 'antd';
import { type Body } from '@deft/core/model';
import { span } from '@deft/core/shell';
import { CUT_NAMES } from '../CutLines';
import type { useCuts } from '../useCuts';
import style from './Profile.module.css';

type Lines = ReturnType<typeof useCuts>;

export function ProfileBar({
  lines,
  body,
  deeper,
  several,
}: {
  lines: Lines;
  body: Body;
  /** How many times depth is drawn as large as length. */
  deeper: number;
  several: boolean;
}) {
  const { cuts, active } = lines;
  const cut = cuts[active]!;
  const acrossMiddle = (axis: 'x' | 'y') => span(body, axis === 'x' ? 'y' : 'x').mm / 2;
  return (
    <div className="bar">
      <h2>Profile {CUT_NAMES[active]}</h2>
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
        ; depth × {deeper.toFixed(1)}
      </span>
      {several && <SeveralLines lines={lines} />}
      <Segmented
        size="small"
        {...(several ? {} : { className: style.right! })}
        value={cut.axis}
        aria-label="Cut along"
        onChange={(axis: 'x' | 'y') => lines.set(active, { axis, at: acrossMiddle(axis) })}
        options={[
          { value: 'x' as const, label: 'Across' },
          { value: 'y' as const, label: 'Up' },
        ]}
      />
    </div>
  );
}

function SeveralLines({
  lines: { cuts, active, follow, add, drop, toggleFollow },
}: {
  lines: Lines;
}) {
  return (
    <span className={`row ${style.right} ${style.lines}`}>
      {cuts.length < CUT_NAMES.length && (
        <Button size="small" onClick={add}>
          Another line
        </Button>
      )}
      {cuts.length > 1 && (
        <Button size="small" onClick={drop}>
          Drop {CUT_NAMES[active]}
        </Button>
      )}
      <Button
        size="small"
        type={follow ? 'primary' : 'default'}
        aria-pressed={follow}
        title="The line goes where the pointer is"
        onClick={toggleFollow}
      >
        Follow <span className="kbd">F</span>
      </Button>
    </span>
  );
}
