/** The build in the hands and on the table: mass, balance, rest, thumbs, and what sets each dimension. */
import { Button } from 'antd';
import {
  balance,
  bumps,
  restsOn,
  states,
  THUMB_HALF_MM,
  THUMB_MM,
  thumbReach,
  whatSets,
} from '@deft/core/fit';
import { powerKey } from '@deft/core/controls';
import { formatMm, outlineSpan } from '@deft/core/model';
import { useBuild, useShownScene } from '../../state/build';
import { useLargest } from '../../engine/useWays';
import { Wedge } from '../../ui/Wedge';

export function BodyView({ onClose }: { onClose: () => void }) {
  const { check } = useBuild('check');
  const scene = useShownScene();
  const b = balance(scene);
  const rest = restsOn(scene);
  const body = scene.shell?.body;
  if (!b || !body) return null;
  const { w, h } = outlineSpan(body.outline);
  const s = Math.min(300 / w, 170 / h);
  const X = (x: number) => 10 + x * s;
  const Y = (y: number) => 10 + (h - y) * s;
  const front = check.map.inputs.filter((m) => m.place?.body === body.id && m.place.z > 0);
  const places = front.map((m) => ({ name: m.input.name, x: m.place!.x, y: m.place!.y }));
  const reach = thumbReach(scene, places);
  const wheels = bumps(scene, places);
  const power = powerKey(scene);
  const far = reach.filter((r) => r.hands.length < 3);
  return (
    <section className="profile" aria-label="In the hands">
      <div className="bar">
        <h2>In the hands</h2>
        <span className="note grow">
          {b.massG.toFixed(0)} g{b.unknown ? ` and ${b.unknown} without a mass` : ''}; wires and
          solder not counted
        </span>
        <button type="button" className="plain note" onClick={onClose}>
          Close
        </button>
      </div>
      <div className="body-view">
        <div>
          <svg
            width={w * s + 20}
            height={h * s + 20}
            role="img"
            aria-label={`Balances ${b.x.toFixed(0)} mm from the left and ${b.y.toFixed(0)} mm from the bottom`}
          >
            <rect x={10} y={10} width={w * s} height={h * s} rx={10} className="shell-in" />
            {(['large', 'medium', 'small'] as const).map((k) =>
              [0, 1].map((side) => (
                <circle
                  key={k + side}
                  cx={X(side ? w - 4 : 4)}
                  cy={Y(h * 0.42)}
                  r={THUMB_MM[k] * s}
                  fill="var(--teal)"
                  fillOpacity="0.07"
                  stroke="var(--teal)"
                  strokeOpacity="0.5"
                  strokeDasharray={k === 'medium' ? undefined : '3 3'}
                  clipPath="url(#face)"
                />
              )),
            )}
            <clipPath id="face">
              <rect x={10} y={10} width={w * s} height={h * s} rx={10} />
            </clipPath>
            {front.map((m, i) => {
              let fill: string;
              if (reach[i]!.hands.length === 3) fill = 'var(--clear)';
              else if (reach[i]!.hands.length) fill = 'var(--tight)';
              else fill = 'var(--hit)';
              return (
                <circle
                  key={m.input.id}
                  cx={X(m.place!.x)}
                  cy={Y(m.place!.y)}
                  r={4}
                  fill={fill}
                  stroke="#fff"
                >
                  <title>{`${m.input.name}: ${reach[i]!.mm.toFixed(0)} mm from the hold`}</title>
                </circle>
              );
            })}
            <g transform={`translate(${X(b.x)} ${Y(b.y)})`}>
              <circle r="9" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
              <path d="M-13 0H13M0 -13V13" stroke="var(--ink)" strokeWidth="1.2" />
            </g>
          </svg>
          <LargestThatFits />
        </div>
        <div>
          {b.working.map((l) => (
            <p key={l}>{l.charAt(0).toUpperCase() + l.slice(1)}.</p>
          ))}
          {rest && (
            <p className="row">
              <Wedge verdict={rest.flat ? 'clear' : 'tight'} />
              {rest.sentence}
            </p>
          )}
          {reach.length > 0 && (
            <p className="row">
              <Wedge verdict={far.length ? 'tight' : 'clear'} />
              {far.length
                ? `${far.map((r) => `${r.name} (${r.mm.toFixed(0)} mm)`).join(', ')}: not for every hand.`
                : 'Every input on the face is in reach of small, medium and large hands.'}
            </p>
          )}
          {wheels.map((k) => (
            <p key={k.name} className="row">
              <Wedge verdict={k.bumped ? 'tight' : 'clear'} />
              {k.bumped
                ? `A thumb going to ${k.toward} passes ${k.name} within ${k.mm.toFixed(0)} mm and turns it.`
                : `${k.name.charAt(0).toUpperCase()}${k.name.slice(1)} lies ${k.mm.toFixed(0)} mm off every thumb's way.`}
            </p>
          ))}
          {power && (
            <p className="row">
              <Wedge verdict={power.ok ? 'clear' : 'tight'} />
              {`${power.name}: ${power.sentence}.`}
            </p>
          )}
          <p className="note">
            Thumbs reach {THUMB_MM.small}, {THUMB_MM.medium} and {THUMB_MM.large} mm from the hold
            for small, medium and large hands; typical, try yours on a paper face.
            {wheels.length > 0 && ` Half a thumb is ${THUMB_HALF_MM} mm wide.`}
          </p>
        </div>
        <div>
          <h3>In each state</h3>
          <table className="plain">
            <tbody>
              {states(scene, check.wiring.unplug).map((q) => (
                <tr key={q.id} title={q.size.working.join('; ')}>
                  <td>{q.name}</td>
                  <td style={{ whiteSpace: 'nowrap' }}>
                    {q.size.value.map((mm) => formatMm(mm, 0)).join(' × ')}
                  </td>
                  <td>
                    {q.ok === false && <Wedge verdict="tight" />} {q.says.join(' ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {(['x', 'y', 'z'] as const).map((axis) => {
            const c = whatSets(scene, axis);
            return (
              c && (
                <div key={axis} style={{ marginBottom: 8 }}>
                  <p style={{ margin: 0 }}>{c.sentence}</p>
                  <p className="note">{c.working}</p>
                </div>
              )
            );
          })}
        </div>
      </div>
    </section>
  );
}

/** Asked directly: which is the largest of the library that would still close. */
function LargestThatFits() {
  const { doc, apply } = useBuild('doc', 'apply');
  const { asked, ask } = useLargest();
  const a = asked?.answer;
  const kinds = (['screen', 'cell'] as const).filter((k) =>
    doc.kit.items.some((i) => doc.kit.parts.find((q) => q.id === i.part)?.[k] !== undefined),
  );
  if (!kinds.length) return null;
  return (
    <div aria-label="Largest that fits" role="group" style={{ maxWidth: 320 }}>
      <p className="row">
        {kinds.map((k) => (
          <Button
            key={k}
            size="small"
            disabled={asked?.trying !== undefined}
            onClick={() => ask(k)}
          >
            Largest {k} that fits?
          </Button>
        ))}
      </p>
      {asked?.trying !== undefined && (
        <p className="note" role="status">
          Trying {asked.trying} ...
        </p>
      )}
      {asked?.none && <p>None of the library fits, moved or not.</p>}
      {a && (
        <p>
          {a.sentence}{' '}
          {a.changes.length > 0 && (
            <Button size="small" type="primary" onClick={() => apply(a.changes)}>
              Take it
            </Button>
          )}
        </p>
      )}
    </div>
  );
}
